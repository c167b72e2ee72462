import { useVirtualizer } from '@tanstack/react-virtual'
import { Fragment, memo, useCallback, useLayoutEffect, useRef, useState } from 'react'
import type { ReactNode } from 'react'
import { usePrinting } from './printing'

/** So many are drawn whole: short tables need no measuring, and can be searched by the browser. */
const few = 150

export interface LongBodyProps<T> {
  readonly items: readonly T[]
  readonly keyOf: (item: T) => string
  /** Usual height of an item, in pixels; what is taller is measured. */
  readonly height: number
  /** The rows of an item, mostly one. */
  readonly children: (item: T, index: number) => ReactNode
}

/** The body of a table; of many items only those near what is in sight are drawn. */
export function LongBody<T>(props: LongBodyProps<T>) {
  const { items, keyOf, children } = props
  const printing = usePrinting()
  if (items.length > few && !printing) return <Drawn {...props} />
  return (
    <tbody>
      {items.map((item, i) => (
        <Fragment key={keyOf(item)}>{children(item, i)}</Fragment>
      ))}
    </tbody>
  )
}

interface Place {
  readonly scroller: Element | null
  /** Of the first row, from the top of what is scrolled. */
  readonly top: number
  /** How high a row is, mostly. */
  readonly row: number
}

/** How high the row below one is; 0 if there is none. */
function heightOfFirst(before: Element): number {
  return before.nextElementSibling?.getBoundingClientRect().height ?? 0
}

/**
 * Each item is a body of its own, so that it can be measured; what is not drawn is two empty ones. Rows are measured when the
 * browser has laid them out anyway: to ask each new one would have the table laid out once a row.
 */
function Drawn<T>({ items, keyOf, height, children }: LongBodyProps<T>) {
  const first = useRef<HTMLTableSectionElement>(null)
  const [place, setPlace] = useState<Place>({ scroller: null, top: 0, row: height })
  useLayoutEffect(() => {
    const scroller = first.current?.closest('main') ?? null
    if (!first.current || !scroller) return
    const top = Math.round(
      first.current.getBoundingClientRect().top - scroller.getBoundingClientRect().top + scroller.scrollTop,
    )
    const row = place.scroller ? place.row : heightOfFirst(first.current) || height
    if (scroller !== place.scroller || top !== place.top) setPlace({ scroller, top, row })
  }, [items, place, height])
  useLayoutEffect(() => {
    if (first.current) holdWidths(first.current.closest('table'))
  }, [place.scroller])
  // With a new function the places of all rows are worked out anew.
  const keyAt = useCallback(
    (i: number) => {
      const item = items[i]
      return item === undefined ? i : keyOf(item)
    },
    [items, keyOf],
  )
  const rows = useVirtualizer({
    count: items.length,
    getScrollElement: () => place.scroller,
    estimateSize: () => place.row,
    measureElement: (_, entry) => entry?.borderBoxSize[0]?.blockSize ?? place.row,
    getItemKey: keyAt,
    scrollMargin: place.top,
    overscan: 10,
    initialRect: { width: 1280, height: 800 },
  })
  const drawn = rows.getVirtualItems()
  const before = (drawn[0]?.start ?? place.top) - place.top
  const after = rows.getTotalSize() - ((drawn.at(-1)?.end ?? place.top) - place.top)
  return (
    <>
      <tbody ref={first} aria-hidden="true">
        <tr style={{ height: before }} />
      </tbody>
      {drawn.map((row) => {
        const item = items[row.index]
        return (
          item !== undefined && (
            <tbody key={row.key} ref={rows.measureElement} data-index={row.index}>
              <Item item={item} index={row.index}>
                {children}
              </Item>
            </tbody>
          )
        )
      })}
      <tbody aria-hidden="true">
        <tr style={{ height: Math.max(0, after) }} />
      </tbody>
    </>
  )
}

interface ItemProps<T> extends Pick<LongBodyProps<T>, 'children'> {
  readonly item: T
  readonly index: number
}

/** Rows that stay in sight are not drawn anew at each step of the wheel. */
const Item = memo(function Item<T>({ item, index, children }: ItemProps<T>) {
  return children(item, index)
}) as <T>(props: ItemProps<T>) => ReactNode

/** Columns keep the widths that they have with the first rows, so that they do not jump as others come into sight. */
function holdWidths(table: HTMLTableElement | null) {
  if (!table) return
  const heads = [...table.querySelectorAll<HTMLTableCellElement>('thead th')]
  const widths = heads.map((th) => th.offsetWidth)
  table.style.width = `${String(table.offsetWidth)}px`
  heads.forEach((th, i) => {
    th.style.width = `${String(widths[i] ?? 0)}px`
  })
  table.style.tableLayout = 'fixed'
}
