import type { Schemas } from '../api/client'
import { createElement } from 'react'
import type { Figure } from './take'

export type FigureContent = Schemas['FigureContent']

/** A figure as it is kept with a write-up: its drawing as markup, with colours by their names. */
export async function contentOf(figure: Figure): Promise<FigureContent> {
  const { renderToStaticMarkup } = await import('react-dom/server.browser')
  return {
    title: figure.title,
    about: figure.about,
    notes: [...(figure.notes ?? [])],
    caveats: [...(figure.caveats ?? [])],
    source: figure.source,
    width: figure.width,
    height: figure.height,
    drawing: renderToStaticMarkup(figure.drawing),
    table: figure.table.map((row) => [...row]),
    numbers: [...(figure.numbers ?? [])],
  }
}

/** A kept figure as one that can be taken; its drawing was cleaned by the server. */
export function figureOf(content: FigureContent): Figure {
  return {
    ...content,
    drawing: createElement('g', { dangerouslySetInnerHTML: { __html: content.drawing } }),
  }
}
