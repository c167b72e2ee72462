import { useVirtualizer } from '@tanstack/react-virtual'
import { useCombobox } from 'downshift'
import { useRef, useState } from 'react'
import type { KeyboardEvent } from 'react'
import { fitting, isMeant } from './fitting'
import type { Option } from './fitting'

export type { Option } from './fitting'

export interface ComboboxProps {
  /** What is chosen, for screen readers. */
  readonly label: string
  readonly options: readonly Option[]
  /** What is chosen; empty if nothing is. */
  readonly value: string
  readonly onValue: (value: string) => void
  readonly placeholder?: string
  /** What is typed and stands for no option is taken as it is: once it is left, or `live` with every sign; else it is put back. */
  readonly free?: boolean | 'live'
  readonly invalid?: boolean
  readonly autoFocus?: boolean
  readonly onKeyDown?: (event: KeyboardEvent<HTMLInputElement>) => void
  readonly className?: string
  /** As tall as the fields of a form, not those of a table. */
  readonly large?: boolean
}

const rowHeight = 28
/** Rows that are seen at once. */
const seen = 8
/** So many are drawn without further ado. */
const fewEnough = 100

/** One of many, found by typing any words of it; thousands are no more work than ten. */
export function Combobox(props: ComboboxProps) {
  const { label, placeholder, autoFocus, onKeyDown, invalid = false, className = '', large = false } = props
  const { free = false } = props
  const { box, found, typed } = useBox(props)
  return (
    <div className={`relative min-w-0 ${className}`}>
      <input
        {...box.getInputProps({
          'aria-label': label,
          'aria-invalid': invalid,
          placeholder,
          autoFocus,
          onFocus: (e) => {
            e.target.select()
          },
          onKeyDown,
          // At once, so that the cursor stays where it is.
          onChange: (e) => {
            typed(e.currentTarget.value)
          },
          className: `w-full border border-line rounded bg-sheet text-ink text-ellipsis aria-invalid:border-brick ${large ? 'px-2.5 py-1.5 text-md' : 'px-2 py-1 text-base'} ${free === false ? 'pr-6' : ''}`,
        })}
      />
      {free === false && <Arrow />}
      <div
        {...box.getMenuProps({ 'aria-label': `${label}: what there is` })}
        className={
          box.isOpen
            ? 'absolute z-30 left-0 mt-0.5 min-w-full w-max max-w-100 bg-sheet border border-line rounded shadow-xl'
            : ''
        }
      >
        {box.isOpen && <List box={box} found={found} />}
      </div>
    </div>
  )
}

/** Shows that there is a list to choose from. */
function Arrow() {
  return (
    <svg
      width="8"
      height="6"
      aria-hidden="true"
      className="absolute right-2.5 top-1/2 -translate-y-1/2 pointer-events-none"
    >
      <path d="M0 0l4 5 4-5" fill="none" stroke="var(--ink2)" />
    </svg>
  )
}

/** What is typed, what fits it, and what is chosen. */
function useBox({ options, value, onValue, free = false }: ComboboxProps) {
  const chosen = options.find((o) => o.value === value)
  const shown = chosen?.label ?? (free === false ? '' : value)
  const [text, setText] = useState(shown)
  const [before, setBefore] = useState(shown)
  const [typing, setTyping] = useState(false)
  if (before !== shown && free !== 'live') {
    // Chosen elsewhere, such as by a paste.
    setBefore(shown)
    setText(shown)
  }
  const types = useCombobox.stateChangeTypes
  const found = typing ? fitting(options, text) : options
  const typed = (now: string) => {
    setText(now)
    setTyping(true)
    if (free === 'live') onValue(exact(options, now)?.value ?? now)
  }
  const left = () => {
    setTyping(false)
    if (free === true && text.trim() !== shown) onValue(exact(options, text)?.value ?? text.trim())
    else if (free === false) setText(shown)
  }
  const box = useCombobox<Option>({
    items: [...found],
    inputValue: text,
    selectedItem: chosen ?? null,
    stateReducer: (_, { type, changes }) =>
      type === types.InputChange && free !== 'live'
        ? { ...changes, highlightedIndex: free && !isMeant(options, changes.inputValue ?? '') ? -1 : 0 }
        : changes,
    itemToString: (o) => o?.label ?? '',
    onSelectedItemChange: ({ selectedItem }) => {
      if (selectedItem === null) return
      setText(selectedItem.label)
      setBefore(selectedItem.label)
      setTyping(false)
      onValue(selectedItem.value)
    },
    onStateChange: ({ type, selectedItem }) => {
      if (type === types.InputBlur && !selectedItem) left()
    },
  })
  return { box, found, typed }
}

interface ListProps {
  readonly box: ReturnType<typeof useCombobox<Option>>
  readonly found: readonly Option[]
}

function List({ box, found }: ListProps) {
  if (found.length === 0) return <p className="px-2.5 py-1.5 text-sm text-ink2">Nothing has these words.</p>
  if (found.length > fewEnough) return <LongList box={box} found={found} />
  return (
    <div className="overflow-auto" style={{ maxHeight: seen * rowHeight }}>
      {found.map((option, i) => (
        <Row key={option.value} box={box} option={option} at={i} />
      ))}
    </div>
  )
}

/** Only the rows in sight are drawn. */
function LongList({ box, found }: ListProps) {
  const scroller = useRef<HTMLDivElement>(null)
  const rows = useVirtualizer({
    count: found.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 6,
    initialRect: { width: 300, height: seen * rowHeight },
  })
  return (
    <div
      ref={scroller}
      className="overflow-auto"
      style={{ height: seen * rowHeight, minWidth: widest(found) }}
    >
      <div className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map((row) => {
          const option = found[row.index]
          return option && <Row key={option.value} box={box} option={option} at={row.index} top={row.start} />
        })}
      </div>
    </div>
  )
}

interface RowProps {
  readonly box: ListProps['box']
  readonly option: Option
  readonly at: number
  /** Where it lies in a long list. */
  readonly top?: number
}

function Row({ box, option, at, top }: RowProps) {
  return (
    <div
      {...box.getItemProps({ item: option, index: at })}
      className={`px-2.5 flex items-baseline gap-2 text-base whitespace-nowrap cursor-pointer ${top === undefined ? '' : 'absolute inset-x-0'} ${box.highlightedIndex === at ? 'bg-ground' : ''}`}
      style={{ top, height: rowHeight, lineHeight: `${String(rowHeight)}px` }}
    >
      <span>{option.label}</span>
      {option.about !== undefined && <span className="text-ink2 text-sm truncate">{option.about}</span>}
    </div>
  )
}

/** Rows lie on each other, so the list is told how wide they are. */
function widest(found: readonly Option[]): number {
  const signs = found.slice(0, 200).map((o) => o.label.length + (o.about?.length ?? 0))
  return Math.min(400, 40 + 7 * Math.max(...signs))
}

function exact(options: readonly Option[], text: string): Option | undefined {
  const plain = text.trim().toLowerCase()
  return options.find((o) => o.label.toLowerCase() === plain)
}
