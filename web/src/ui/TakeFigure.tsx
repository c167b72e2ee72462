import { useState } from 'react'
import type { ReactNode } from 'react'
import { csvOf, fileName, pngOf, save, svgOf, tabbed } from '../figures/take'
import type { Figure, Shape, Theme } from '../figures/take'
import { Button } from './Button'
import { Dialog } from './Dialog'
import { Field } from './Field'
import { Select } from './Select'

/** Takes a figure out of the app: as SVG, PNG or its data, in a shape, at a size and in a theme of its own. */
export function TakeFigure({ figure }: { readonly figure: () => Figure }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button
        onClick={() => {
          setOpen(true)
        }}
      >
        Take figure
      </Button>
      {open && (
        <TakeForm
          figure={figure()}
          onClose={() => {
            setOpen(false)
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

/** How a figure is wanted. */
interface Wanted {
  readonly title: string
  readonly theme: Theme
  readonly shape: Shape
  readonly width: string
}

function TakeForm({ figure, onClose }: { readonly figure: Figure; readonly onClose: () => void }) {
  const [wanted, setWanted] = useState<Wanted>({
    title: figure.title,
    theme: 'light',
    shape: 'TALL',
    width: shapes.TALL.width,
  })
  const [failed, setFailed] = useState('')
  const own: Figure = { ...figure, title: wanted.title.trim() === '' ? figure.title : wanted.title.trim() }
  const name = fileName(own.title)
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
      <Looks wanted={wanted} onWanted={setWanted} />
      <Ways figure={own} wanted={wanted} onTake={take} />
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
  readonly wanted: Wanted
  readonly onWanted: (wanted: Wanted) => void
}

/** Title, shape, width and colours. */
function Looks({ wanted, onWanted }: LooksProps) {
  return (
    <>
      <Field
        label="Title"
        value={wanted.title}
        onValue={(title) => {
          onWanted({ ...wanted, title })
        }}
      />
      <div className="flex items-start gap-3">
        <Labelled label="Shape">
          <Select
            label="Shape"
            value={wanted.shape}
            choices={(Object.keys(shapes) as Shape[]).map((s) => ({ value: s, label: shapes[s].words }))}
            onValue={(v) => {
              onWanted({ ...wanted, shape: v as Shape, width: shapes[v as Shape].width })
            }}
          />
        </Labelled>
        <Field
          label="Width in pixels"
          value={wanted.width}
          onValue={(width) => {
            onWanted({ ...wanted, width })
          }}
          inputMode="numeric"
          error={fits(wanted.width) ? undefined : 'a width is 200 to 6000 pixels'}
        />
        <Labelled label="Colours">
          <Select
            label="Colours"
            value={wanted.theme}
            choices={[
              { value: 'light', label: 'light' },
              { value: 'dark', label: 'dark' },
            ]}
            onValue={(v) => {
              onWanted({ ...wanted, theme: v as Theme })
            }}
          />
        </Labelled>
      </div>
    </>
  )
}

function Labelled({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <div>
      <span className="block text-sm text-ink2 mb-1">{label}</span>
      {children}
    </div>
  )
}

interface WaysProps {
  readonly figure: Figure
  readonly wanted: Wanted
  readonly onTake: (making: Promise<Blob | string>, ending: string) => void
}

/** As a picture, a drawing, or its data. */
function Ways({ figure, wanted, onTake }: WaysProps) {
  const { theme, shape } = wanted
  const width = Number(wanted.width)
  const drawn = fits(wanted.width)
  return (
    <div className="flex gap-2 mt-2">
      <Button
        look="main"
        disabled={!drawn}
        onClick={() => {
          onTake(pngOf(figure, theme, width, shape), 'png')
        }}
      >
        PNG
      </Button>
      <Button
        disabled={!drawn}
        onClick={() => {
          onTake(
            svgOf(figure, theme, width, shape).then((svg) => new Blob([svg], { type: 'image/svg+xml' })),
            'svg',
          )
        }}
      >
        SVG
      </Button>
      <Button
        onClick={() => {
          onTake(Promise.resolve(new Blob([csvOf(figure)], { type: 'text/csv' })), 'csv')
        }}
      >
        Data as CSV
      </Button>
      <Button
        onClick={() => {
          onTake(Promise.resolve(tabbed(figure)), '')
        }}
      >
        Copy the data
      </Button>
    </div>
  )
}
