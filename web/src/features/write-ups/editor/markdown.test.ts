import { describe, expect, it } from 'vitest'
import { parsed, written } from './markdown'

const text = `## Waiting for its memory

It draws :number[29 %]{of="setup-2" as="percent"} *faster* than **last year's**, see [how](https://saltmarsh.example/how).

::figure{number=2}

* quiet
* small

1. first
2. second

> in its own words

![The front, with \\[two\\] slots](picture-3.jpg "Its \\"front\\".")

Beside ![a dot](picture-12.png) it.

| part | s |
|---|---|
| one | 4 |
| two **bold** | 5 |

\`\`\`
plain
\`\`\``

describe('a write-up’s text', () => {
  it('is the same after it was in the editor', () => {
    expect(written(parsed(text))).toBe(text)
  })

  it('has figures by their number and numbers with what hangs on them', () => {
    const doc = parsed(text)
    const found: unknown[] = []
    doc.descendants((node) => {
      if (node.type.name === 'figure') found.push(node.attrs.number)
      const mark = node.marks.find((m) => m.type.name === 'number')
      if (mark) found.push(node.text, mark.attrs.about)
    })
    expect(found).toEqual(['29 %', 'of="setup-2" as="percent"', 2])
  })

  it('has room to type around a figure, and leaves nothing of it', () => {
    const doc = parsed('::figure{number=2}')
    expect(doc.children.map((n) => n.type.name)).toEqual(['paragraph', 'figure', 'paragraph'])
    expect(written(doc)).toBe('::figure{number=2}')
    expect(written(parsed(''))).toBe('')
  })

  it('keeps one title for the page, and shows tags as text', () => {
    expect(written(parsed('# Title\n\n<script>x</script>'))).toBe('## Title\n\n\\<script>x\\</script>')
  })

  it('leaves what only looks like a directive as it is', () => {
    const odd = 'a ratio of 3:number, see ::figure{number=2} here'
    expect(parsed(odd).textContent).toBe(odd)
  })
})
