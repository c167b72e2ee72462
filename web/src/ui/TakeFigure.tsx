import { useState } from 'react'
import { csvOf, fileName, pngOf, save, svgOf, tabbed } from '../figures/take'
import type { Figure, Shape, Theme } from '../figures/take'
import { Button } from './Button'
import { Dialog } from './Dialog'
import { Field } from './Field'
import { Select } from './Select'
import { Labelled, useChosenFigure } from './FigureParts'

/** Takes a figure out of the app: as SVG, PNG or its data, in a shape, at a size and in a theme of its own. */
export function TakeFigure({ figure }: { readonly figure: () => Figure }) {
  // As it was when it was asked for: what changes behind the dialog does not change it.
  const [taken, setTaken] = useState<Figure | undefined>(undefined)
  return (
    <>
      <Button
        onClick={() => {
          setTaken(figure())
        }}
      >
        Take figure
      </Button>
      {taken && (
        <TakeForm
          figure={taken}
          onClose={() => {
            setTaken(undefined)
          }}
        />
      )}
    </>
  )
}

const shapes: Record<Shape, { readonly words: string; readonly width: string }> = {
  TALL: { words: 'as tall as it needs', width: '1200' },
  FILM: { words: '16 : 9, for film', width: '1920' },
  SQUARE: { words: 'square', width: '1080' },
}

/** How a figure is to look. */
interface Look {
  readonly title: string
  readonly theme: Theme
  readonly shape: Shape
  readonly width: string
}

function TakeForm({ figure, onClose }: { readonly figure: Figure; readonly onClose: () => void }) {
  const [look, setLook] = useState<Look>({
    title: figure.title,
    theme: 'light',
    shape: 'TALL',
    width: shapes.TALL.width,
  })
  const { chosen, controls } = useChosenFigure(figure)
  const [failed, setFailed] = useState('')
  const own = () => ({ ...chosen(), title: look.title.trim() === '' ? figure.title : look.title.trim() })
  const name = fileName(look.title.trim() === '' ? figure.title : look.title.trim())
  const take = (making: Promise<Blob | string>, ending: string) => {
    setFailed('')
    making
      .then(async (made) => {
        if (typeof made === 'string') await navigator.clipboard.writeText(made)
        else save(`${name}.${ending}`, made)
        onClose()
      })
      .catch((e: unknown) => {
        setFailed(e instanceof Error ? e.message : 'the figure could not be drawn')
      })
  }
  return (
    <Dialog
      open
      onClose={onClose}
      title="Take figure"
      about="What is shown, with units, base, interval, suites, caveats and source on it."
      width={560}
    >
      <Looks look={look} onLook={setLook} />
      {controls}
      <Ways figure={own} look={look} onTake={take} />
      {failed !== '' && (
        <p role="alert" className="text-brick text-sm mt-2">
          Not taken: {failed}.
        </p>
      )}
    </Dialog>
  )
}

const fits = (width: string) => Number(width) >= 200 && Number(width) <= 6000

interface LooksProps {
  readonly look: Look
  readonly onLook: (look: Look) => void
}

/** Title, shape, width and colours. */
function Looks({ look, onLook }: LooksProps) {
  return (
    <>
      <Field
        label="Title"
        value={look.title}
        onValue={(title) => {
          onLook({ ...look, title })
        }}
      />
      <div className="flex items-start gap-3">
        <Labelled label="Shape">
          <Select
            label="Shape"
            value={look.shape}
            choices={(Object.keys(shapes) as Shape[]).map((s) => ({ value: s, label: shapes[s].words }))}
            onValue={(v) => {
              onLook({ ...look, shape: v as Shape, width: shapes[v as Shape].width })
            }}
          />
        </Labelled>
        <Field
          label="Width in pixels"
          value={look.width}
          onValue={(width) => {
            onLook({ ...look, width })
          }}
          inputMode="numeric"
          error={fits(look.width) ? undefined : 'a width is 200 to 6000 pixels'}
        />
        <Labelled label="Colours">
          <Select
            label="Colours"
            value={look.theme}
            choices={[
              { value: 'light', label: 'light' },
              { value: 'dark', label: 'dark' },
            ]}
            onValue={(v) => {
              onLook({ ...look, theme: v as Theme })
            }}
          />
        </Labelled>
      </div>
    </>
  )
}

interface WaysProps {
  readonly figure: () => Figure
  readonly look: Look
  readonly onTake: (making: Promise<Blob | string>, ending: string) => void
}

/** As a picture, a drawing, or its data. */
function Ways({ figure, look, onTake }: WaysProps) {
  const { theme, shape } = look
  const width = Number(look.width)
  const drawn = fits(look.width)
  return (
    <div className="flex gap-2 mt-2">
      <Button
        look="main"
        disabled={!drawn}
        onClick={() => {
          onTake(pngOf(figure(), theme, width, shape), 'png')
        }}
      >
        PNG
      </Button>
      <Button
        disabled={!drawn}
        onClick={() => {
          onTake(
            svgOf(figure(), theme, width, shape).then((svg) => new Blob([svg], { type: 'image/svg+xml' })),
            'svg',
          )
        }}
      >
        SVG
      </Button>
      <Button
        onClick={() => {
          onTake(Promise.resolve(new Blob([csvOf(figure())], { type: 'text/csv' })), 'csv')
        }}
      >
        Data as CSV
      </Button>
      <Button
        onClick={() => {
          onTake(Promise.resolve(tabbed(figure())), '')
        }}
      >
        Copy the data
      </Button>
    </div>
  )
}
