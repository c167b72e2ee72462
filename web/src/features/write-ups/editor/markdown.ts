import MarkdownIt from 'markdown-it'
import {
  MarkdownParser,
  MarkdownSerializer,
  defaultMarkdownParser,
  defaultMarkdownSerializer,
} from 'prosemirror-markdown'
import type { MarkdownSerializerState } from 'prosemirror-markdown'
import type { Node } from 'prosemirror-model'
import { deepest, schema } from './schema'

const figure = /^::figure\{\s*number="?(\d{1,4})"?[^}]*\}\s*$/
const number = /^:number\[([^\][]{1,80})\](?:\{([^{}]{0,2000})\})?/

/** Directives in their generic form: figures on a line of their own, numbers in the text. */
function directives(md: MarkdownIt) {
  md.block.ruler.before('paragraph', 'figure', (state, line, _end, silent) => {
    const text = state.src.slice((state.bMarks[line] ?? 0) + (state.tShift[line] ?? 0), state.eMarks[line])
    const match = figure.exec(text)
    if (!match) return false
    if (silent) return true
    state.push('figure', 'div', 0).attrs = [['number', match[1] ?? '1']]
    state.line = line + 1
    return true
  })
  md.inline.ruler.before('link', 'number', (state, silent) => {
    const match = number.exec(state.src.slice(state.pos))
    if (!match) return false
    if (!silent) {
      state.push('number_open', 'span', 1).attrs = [['about', match[2] ?? '']]
      state.push('text', '', 0).content = match[1] ?? ''
      state.push('number_close', 'span', -1)
    }
    state.pos += match[0].length
    return true
  })
}

const parser = new MarkdownParser(
  schema,
  MarkdownIt('commonmark', { html: false }).enable('table').use(directives),
  {
    ...defaultMarkdownParser.tokens,
    heading: {
      block: 'heading',
      getAttrs: (token) => ({ level: Math.min(deepest, Math.max(2, Number(token.tag.slice(1)))) }),
    },
    table: { block: 'table' },
    thead: { ignore: true },
    tbody: { ignore: true },
    tr: { block: 'table_row' },
    th: { block: 'table_header' },
    td: { block: 'table_cell' },
    image: {
      node: 'image',
      getAttrs: (token) => ({
        src: token.attrGet('src'),
        title: token.attrGet('title'),
        alt: (token.children ?? []).map((part) => part.content).join(''),
      }),
    },
    figure: { node: 'figure', getAttrs: (token) => ({ number: Number(token.attrGet('number')) }) },
    number: { mark: 'number', getAttrs: (token) => ({ about: token.attrGet('about') ?? '' }) },
  },
)

function table(state: MarkdownSerializerState, node: Node) {
  node.forEach((row, _, index) => {
    row.forEach((cell) => {
      state.write('| ')
      state.renderInline(cell)
      state.write(' ')
    })
    state.write('|\n')
    if (index === 0) state.write('|' + '---|'.repeat(row.childCount) + '\n')
  })
  state.closeBlock(node)
}

const serializer = new MarkdownSerializer(
  {
    ...defaultMarkdownSerializer.nodes,
    table,
    figure: (state, node) => {
      state.write(`::figure{number=${String(node.attrs.number)}}`)
      state.closeBlock(node)
    },
  },
  {
    ...defaultMarkdownSerializer.marks,
    number: {
      open: ':number[',
      close: (_state, mark) => `]{${String(mark.attrs.about)}}`,
      mixable: false,
      escape: false,
    },
  },
  // A tag that is typed is text for other programs too.
  { escapeExtraCharacters: /</g },
)

/** The text of a write-up as the editor has it: with room to type before a figure and after one. */
export function parsed(text: string): Node {
  const doc = parser.parse(text)
  const blank = [schema.node('paragraph')]
  const blocks = doc.children
  return schema.node('doc', null, [
    ...(blocks[0]?.type.name === 'figure' ? blank : []),
    ...blocks,
    ...(blocks.at(-1)?.type.name === 'figure' || blocks.length === 0 ? blank : []),
  ])
}

/** What the editor has, as text; lines that nothing was typed in are none. */
export function written(doc: Node): string {
  const full = doc.children.filter((n) => n.type.name !== 'paragraph' || n.content.size > 0)
  return serializer.serialize(
    schema.node('doc', null, full.length === 0 ? [schema.node('paragraph')] : full),
    {
      tightLists: true,
    },
  )
}
