import type { Node } from 'prosemirror-model'
import { NodeSelection } from 'prosemirror-state'
import type { EditorView, NodeView } from 'prosemirror-view'
import { schema } from './schema'

/** A picture as a text has it. */
export interface PictureInText {
  /** Its file, such as picture-3.jpg. */
  readonly src: string
  /** What it shows, for who cannot see it. */
  readonly alt: string
  /** The line below it; empty for none. */
  readonly title: string
}

/** Longest side of a picture that is kept, in pixels. */
const longest = 1600

/**
 * A picture as it is kept: turned upright, no larger than a page shows it, as JPEG, or as PNG where it came as one.
 *
 * @throws Error if the browser cannot draw it
 */
export async function scaled(file: Blob): Promise<Blob> {
  const drawn = await createImageBitmap(file, { imageOrientation: 'from-image' })
  const factor = Math.min(1, longest / Math.max(drawn.width, drawn.height))
  if (factor === 1 && file.type === 'image/png') return file
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(drawn.width * factor))
  canvas.height = Math.max(1, Math.round(drawn.height * factor))
  canvas.getContext('2d')?.drawImage(drawn, 0, 0, canvas.width, canvas.height)
  const type = file.type === 'image/png' ? 'image/png' : 'image/jpeg'
  return new Promise((done, fail) => {
    canvas.toBlob(
      (blob) => {
        if (blob) done(blob)
        else fail(new Error('it cannot be drawn'))
      },
      type,
      0.88,
    )
  })
}

/** Pictures among what was dropped or pasted. */
export function picturesOf(data: DataTransfer | null): readonly File[] {
  return [...(data?.files ?? [])].filter((f) => f.type.startsWith('image/'))
}

/** Puts a picture on a line of its own below where the cursor is, or in place of one that is marked. */
export function placePicture(view: EditorView, picture: PictureInText) {
  const image = schema.node('image', { ...picture, title: picture.title === '' ? null : picture.title })
  const { selection, tr } = view.state
  const { $to } = selection
  if (selection instanceof NodeSelection || ($to.depth === 1 && $to.parent.content.size === 0)) {
    view.dispatch(tr.replaceSelectionWith(image, false).scrollIntoView())
  } else {
    const after = $to.depth === 0 ? $to.pos : $to.after(1)
    view.dispatch(tr.insert(after, schema.node('paragraph', null, [image])).scrollIntoView())
  }
  view.focus()
}

/**
 * Draws a picture from where the write-up's files are.
 *
 * @param onPress undefined where nothing can be changed
 */
export function pictureView(node: Node, files: string, onPress: (() => void) | undefined): NodeView {
  const dom = document.createElement('img')
  const { src, alt, title } = inText(node)
  dom.src = files + src
  dom.alt = alt
  dom.title = title === '' && onPress ? 'Press to say what it shows' : title
  dom.className = `inline-block max-w-full h-auto ${onPress ? 'cursor-pointer' : ''}`
  if (onPress) dom.addEventListener('click', onPress)
  return { dom }
}

/** What a picture's node says. */
export function inText({ attrs }: Node): PictureInText {
  return { src: String(attrs.src), alt: String(attrs.alt ?? ''), title: String(attrs.title ?? '') }
}
