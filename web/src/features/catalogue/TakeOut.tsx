import { useState } from 'react'
import { useFacts, useModels } from '../../api/queries'
import { capital, everyKind, kindOf } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Combobox } from '../../ui/Combobox'
import { Dialog } from '../../ui/Dialog'
import { Select } from '../../ui/Select'

/** Everything out, for other desks and other programs. */
export function TakeOut() {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button
        onClick={() => {
          setOpen(true)
        }}
      >
        Take out
      </Button>
      {open && (
        <TakeOutDialog
          onClose={() => {
            setOpen(false)
          }}
        />
      )}
    </>
  )
}

const every = 'every'

function TakeOutDialog({ onClose }: { readonly onClose: () => void }) {
  const [kind, setKind] = useState(every)
  const [facts, setFacts] = useState<readonly string[]>([])
  const kinds = everyKind(useModels().data ?? [])
  const dictionary = useFacts().data ?? []
  const words = (key: string) => dictionary.find((f) => f.key === key)?.words ?? key
  const address = (path: string, mark: boolean) => takeOutAddress(path, kind, mark ? facts : [], mark)
  return (
    <Dialog
      open
      onClose={onClose}
      title="Take out"
      about="What is here, for another desk or another program. Nothing here changes."
      width={620}
    >
      <div className="flex items-center gap-3 text-base mb-4">
        Devices
        <Select
          label="Of which kind"
          value={kind}
          choices={[
            { value: every, label: 'of every kind' },
            ...kinds.map((k) => ({ value: k, label: capital(kindOf(k).many) })),
          ]}
          onValue={setKind}
        />
      </div>
      <Out
        title="The desk as a file"
        href={address('desk.zip', false)}
        about={`Devices, setups, suites, runs as they were written, and their evidence${
          kind === every ? '; write-ups; history, kept views and people to read' : ''
        }. Another desk takes it in and comes to the same scores.`}
        press="Take desk.zip"
      />
      <p className="text-base mt-4 mb-1">Facts of setups as columns of the tables:</p>
      <div className="flex flex-wrap gap-1.5 mb-2">
        {facts.map((key) => (
          <Button
            key={key}
            aria-label={`Without ${words(key)}`}
            onClick={() => {
              setFacts(facts.filter((f) => f !== key))
            }}
          >
            {words(key)} ✕
          </Button>
        ))}
        <Combobox
          label="Add a fact as a column"
          placeholder="add a fact"
          className="w-50"
          value=""
          options={dictionary
            .filter((f) => !facts.includes(f.key))
            .map((f) => ({ value: f.key, label: f.words }))}
          onValue={(key) => {
            if (key !== '') setFacts([...facts, key])
          }}
        />
      </div>
      <Out
        title="Every reading"
        href={address('readings.csv', true)}
        about="A row for each number of each run, as written and as read, those that do not count too."
        press="Take readings.csv"
      />
      <Out
        title="Every score"
        href={address('scores.csv', true)}
        about="A row for each setup and test: the score, its 95 % interval where the noise is known, runs and days."
        press="Take scores.csv"
      />
    </Dialog>
  )
}

interface OutProps {
  readonly title: string
  readonly about: string
  readonly href: string
  readonly press: string
}

function Out({ title, about, href, press }: OutProps) {
  return (
    <div className="flex items-start gap-4 border-t border-line2 py-2.5 text-base">
      <p className="flex-1">
        <b className="font-semibold">{title}.</b> <span className="text-ink2">{about}</span>
      </p>
      <a
        href={href}
        download
        className="rounded border border-line px-2.75 py-1.25 whitespace-nowrap hover:border-ink2"
      >
        {press}
      </a>
    </div>
  )
}

/** The address of what is taken out; `mark` is by which a spreadsheet knows the letters. */
export function takeOutAddress(path: string, kind: string, facts: readonly string[], mark: boolean): string {
  const asked = new URLSearchParams()
  if (kind !== every) asked.set('kind', kind)
  facts.forEach((f) => {
    asked.append('fact', f)
  })
  if (mark) asked.set('mark', 'true')
  const query = asked.toString()
  return `/api/v1/${path}${query === '' ? '' : `?${query}`}`
}
