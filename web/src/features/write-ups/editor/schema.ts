import { schema as plain } from 'prosemirror-markdown'
import { Schema } from 'prosemirror-model'
import type { MarkType, Node, NodeType } from 'prosemirror-model'
import { tableNodes } from 'prosemirror-tables'

/** The deepest heading; the first is the title of the page. */
export const deepest = 4

const ownPicture = /^picture-\d{1,4}\.(png|jpg)$/

/**
 * What a write-up's text is made of: CommonMark with tables, figures by their number, and numbers that hang on the records.
 */
export const schema = new Schema({
  nodes: plain.spec.nodes
    .update('heading', {
      attrs: { level: { default: 2 } },
      content: 'inline*',
      group: 'block',
      defining: true,
      parseDOM: [1, 2, 3, 4, 5, 6].map((level) => ({
        tag: `h${String(level)}`,
        attrs: { level: Math.min(deepest, Math.max(2, level)) },
      })),
      toDOM: (node) => [`h${String(node.attrs.level)}`, 0],
    })
    .update('image', {
      inline: true,
      group: 'inline',
      draggable: true,
      attrs: { src: {}, alt: { default: null }, title: { default: null } },
      // Of what is pasted only pictures of this text are known; others come as files.
      parseDOM: [
        {
          tag: 'img[src]',
          getAttrs: (dom) => {
            const src = dom.getAttribute('src') ?? ''
            return (
              ownPicture.test(src) && { src, alt: dom.getAttribute('alt'), title: dom.getAttribute('title') }
            )
          },
        },
      ],
      toDOM: ({ attrs }) => ['img', { src: attrs.src, alt: attrs.alt, title: attrs.title }],
    })
    .append(tableNodes({ tableGroup: 'block', cellContent: 'inline*', cellAttributes: {} }))
    .append({
      figure: {
        group: 'block',
        atom: true,
        draggable: true,
        attrs: { number: { default: 1 } },
        parseDOM: [{ tag: 'div[data-figure]', getAttrs: (dom) => ({ number: Number(dom.dataset.figure) }) }],
        toDOM: (node) => ['div', { 'data-figure': String(node.attrs.number) }],
      },
    }),
  marks: plain.spec.marks.append({
    number: {
      attrs: { about: { default: '' } },
      inclusive: false,
      parseDOM: [{ tag: 'span[data-number]', getAttrs: (dom) => ({ about: dom.dataset.number ?? '' }) }],
      toDOM: (mark) => ['span', { 'data-number': String(mark.attrs.about), class: 'live-number' }, 0],
    },
  }),
})

type NodeName =
  | 'paragraph'
  | 'heading'
  | 'blockquote'
  | 'bullet_list'
  | 'ordered_list'
  | 'list_item'
  | 'hard_break'
  | 'table'
  | 'table_row'
  | 'table_header'
  | 'table_cell'
  | 'figure'
  | 'image'

/** The kinds of blocks, by name. */
export const nodes = schema.nodes as unknown as Readonly<Record<NodeName, NodeType>>

/** The kinds of marks, by name. */
export const marks = schema.marks as unknown as Readonly<
  Record<'strong' | 'em' | 'link' | 'number', MarkType>
>

/** Words that hang on a number of a figure. */
export function numberText({ text, about }: { readonly text: string; readonly about: string }): Node {
  return schema.text(text, [marks.number.create({ about })])
}
