import { EditorState } from 'prosemirror-state'
import { EditorView } from 'prosemirror-view'
import { describe, expect, it } from 'vitest'
import { readyToPaste } from './paste'
import { parsed, written } from './markdown'

/** What a text becomes where a word processor's clipboard is pasted into it. */
function pasted(html: string): string {
  const view = new EditorView(document.createElement('div'), {
    state: EditorState.create({ doc: parsed('') }),
    transformPastedHTML: readyToPaste,
  })
  view.pasteHTML(html, new Event('paste') as ClipboardEvent)
  const text = written(view.state.doc).trimEnd()
  view.destroy()
  return text
}

describe('what is pasted from a word processor', () => {
  it('keeps headings, bold, italic, lists, links and quotes, and nothing of how it looked', () => {
    const html = `<html><head><meta name="generator" content="Sedge Writer 4"><style>p.Body { margin: 0 }</style></head><body>
<!--StartFragment-->
<h1 class="western" style="font-size: 20pt"><font face="Heron Serif"><span style="color:#1f3864">A small box</span></font></h1>
<p class="Body" style="margin-bottom:0cm"><span lang="en-GB">It is <b style="font-weight:normal">not bold</b>, <b>quick</b>, <i>quiet</i> and <span style="font-weight:700">small</span>.</span></p>
<ul><li><p>one</p></li><li><p>two</p></li></ul>
<ol start="3"><li>three</li></ol>
<blockquote><p>So they say.</p></blockquote>
<p><a href="https://saltmarsh.example/how" style="color:blue"><u>how</u></a></p>
<!--EndFragment--></body></html>`
    expect(pasted(html)).toBe(
      [
        '## A small box',
        'It is not bold, **quick**, *quiet* and **small**.',
        '* one\n* two',
        '3. three',
        '> So they say.',
        '[how](https://saltmarsh.example/how)',
      ].join('\n\n'),
    )
  })

  it('keeps tables, with their cells as plain lines', () => {
    const html = `<table width="400" border="1" cellpadding="4"><col width="120"><tbody>
<tr valign="top"><td style="border:1px solid"><p class="western"><b>part</b></p></td><td><p>s</p></td></tr>
<tr><td><p>one</p></td><td><p align="right">4.05</p></td></tr></tbody></table>`
    expect(pasted(html)).toBe('| **part** | s |\n|---|---|\n| one | 4.05 |')
  })

  it('takes no pictures from elsewhere, no scripts and no empty lines', () => {
    const html = `<p>one</p><p><br></p><p>&nbsp;</p><p><img src="file:///home/wren/front.png" alt="front"></p>
<script>alert(1)</script><p onclick="alert(1)">two<img src="https://elsewhere.example/x.png"></p>`
    const text = pasted(html)
    expect(text).not.toMatch(/file:|elsewhere|alert|front/)
    expect(text.split(/\s+/).filter((w) => w !== '')).toEqual(['one', 'two'])
  })
})
