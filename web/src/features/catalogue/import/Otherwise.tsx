import { useState } from 'react'
import type { ReactNode } from 'react'
import type { Schemas } from '../../../api/client'
import { useModels, useSuites } from '../../../api/queries'
import { everyKind, kindOf } from '../../../figures/words'
import { Button } from '../../../ui/Button'
import { Checkbox } from '../../../ui/Checkbox'
import { Combobox } from '../../../ui/Combobox'
import { Select } from '../../../ui/Select'
import { NewSuite } from './NewSuite'
import { ofSuite } from './settings'
import type { Settings } from './settings'

export interface OtherwiseProps {
  /** Of the file, which a new suite is called by at first. */
  readonly name: string
  readonly preview: Schemas['Preview']
  readonly settings: Settings
  readonly onSettings: (settings: Settings) => void
}

const rejected = 'REJECT'

/** What holds for the whole table, where no column says it. */
export function Otherwise({ name, preview, settings, onSettings }: OtherwiseProps) {
  const set = (part: Partial<Settings>) => {
    onSettings({ ...settings, ...part })
  }
  const models = useModels().data ?? []
  return (
    <section>
      <h2 className="mb-1">What holds for the whole table</h2>
      <div className="flex flex-wrap gap-x-8 gap-y-2 items-center text-base">
        {settings.columns.SUITE === undefined && (
          <SuiteLine name={name} preview={preview} settings={settings} onSettings={onSettings} />
        )}
        <Line label="Devices that are not there">
          <Select
            label="Models that are not there"
            value={settings.makeModels ?? rejected}
            choices={[
              ...everyKind(models).map((k) => ({
                value: k,
                label: `are made, as ${kindOf(k).many}`,
              })),
              { value: rejected, label: 'are rejected' },
            ]}
            onValue={(v) => {
              const rest = { ...settings }
              Reflect.deleteProperty(rest, 'makeModels')
              onSettings(v === rejected ? rest : { ...rest, makeModels: v })
            }}
          />
        </Line>
        {settings.columns.SETUP === undefined && (
          <Text
            label="Setup"
            value={settings.setup ?? ''}
            placeholder="as shipped"
            onValue={(setup) => {
              set({ setup })
            }}
          />
        )}
        <Text
          label="The list comes from"
          value={settings.source ?? ''}
          placeholder="this desk"
          onValue={(source) => {
            set({ source })
          }}
        />
        <Checkbox
          checked={settings.twiceIsRepeat === true}
          onChecked={(twiceIsRepeat) => {
            set({ twiceIsRepeat })
          }}
        >
          The same number again is another repeat
        </Checkbox>
      </div>
    </section>
  )
}

function SuiteLine({ name, preview, settings, onSettings }: OtherwiseProps) {
  const suites = useSuites().data ?? []
  const [making, setMaking] = useState(false)
  return (
    <Line label="Suite">
      <Combobox
        label="Suite of the whole table"
        options={suites.map((s) => ({
          value: `${s.key} ${s.version}`,
          label: `${s.name} ${s.version}`,
          about: s.metrics
            .slice(0, 4)
            .map((m) => m.name)
            .join(', '),
        }))}
        value={settings.suite ?? ''}
        onValue={(v) => {
          onSettings(
            ofSuite(
              settings,
              suites.find((s) => `${s.key} ${s.version}` === v),
            ),
          )
        }}
        placeholder="words of a suite"
        className="w-50"
      />
      <Button
        onClick={() => {
          setMaking(true)
        }}
      >
        Make a suite of these columns
      </Button>
      {making && (
        <NewSuite
          name={name}
          preview={preview}
          settings={settings}
          onClose={() => {
            setMaking(false)
          }}
          onMade={(suite) => {
            setMaking(false)
            onSettings(ofSuite(settings, suite))
          }}
        />
      )}
    </Line>
  )
}

function Line({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <span className="flex gap-2 items-center">
      <span className="text-ink2">{label}</span>
      {children}
    </span>
  )
}

interface TextProps {
  readonly label: string
  readonly value: string
  /** What holds where nothing is typed. */
  readonly placeholder: string
  readonly onValue: (value: string) => void
}

function Text({ label, value, placeholder, onValue }: TextProps) {
  return (
    <Line label={label}>
      <input
        aria-label={label}
        value={value}
        placeholder={placeholder}
        maxLength={80}
        className="w-35 border border-line rounded bg-sheet px-2 py-1 text-base"
        onChange={(e) => {
          onValue(e.target.value)
        }}
      />
    </Line>
  )
}
