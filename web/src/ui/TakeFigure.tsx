import { useState } from 'react'
import { csvOf, fileName, pngOf, save, svgOf } from '../figures/take'
import type { Figure, Theme } from '../figures/take'
import { Button } from './Button'
import { Dialog } from './Dialog'
import { Field } from './Field'
import { Select } from './Select'

/** Takes a figure out of the app: as SVG, PNG or its data, at a size and in a theme of its own. */
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

function TakeForm({ figure, onClose }: { readonly figure: Figure; readonly onClose: () => void }) {
  const [theme, setTheme] = useState<Theme>('light')
  const [text, setText] = useState('1200')
  const [failed, setFailed] = useState('')
  const width = Number(text)
  const fits = width >= 200 && width <= 6000
  const name = fileName(figure.title)
  const take = (making: Promise<Blob>, ending: string) => {
    setFailed('')
    making
      .then((blob) => {
        save(`${name}.${ending}`, blob)
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
      about="Title, units, base, interval and source are on it."
      width={440}
    >
      <div className="flex items-start gap-3">
        <Field
          label="Width in pixels"
          value={text}
          onValue={setText}
          inputMode="numeric"
          error={fits ? undefined : 'a width is 200 to 6000 pixels'}
        />
        <div>
          <span className="block text-sm text-ink2 mb-1">Colours</span>
          <Select
            label="Colours"
            value={theme}
            choices={[
              { value: 'light', label: 'light' },
              { value: 'dark', label: 'dark' },
            ]}
            onValue={(v) => {
              setTheme(v as Theme)
            }}
          />
        </div>
      </div>
      <Ways figure={figure} theme={theme} width={width} fits={fits} onTake={take} />
      {failed !== '' && (
        <p role="alert" className="text-brick text-sm mt-2">
          Not taken: {failed}.
        </p>
      )}
    </Dialog>
  )
}

interface WaysProps {
  readonly figure: Figure
  readonly theme: Theme
  readonly width: number
  /** Whether it can be drawn so wide. */
  readonly fits: boolean
  readonly onTake: (making: Promise<Blob>, ending: string) => void
}

/** As a picture, a drawing, or its data. */
function Ways({ figure, theme, width, fits, onTake }: WaysProps) {
  return (
    <div className="flex gap-2 mt-2">
      <Button
        look="main"
        disabled={!fits}
        onClick={() => {
          onTake(pngOf(figure, theme, width), 'png')
        }}
      >
        PNG
      </Button>
      <Button
        disabled={!fits}
        onClick={() => {
          onTake(
            svgOf(figure, theme, width).then((svg) => new Blob([svg], { type: 'image/svg+xml' })),
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
    </div>
  )
}
