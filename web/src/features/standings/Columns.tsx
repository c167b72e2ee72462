import { DropdownMenu } from 'radix-ui'
import type { TestGroup } from '../../api/queries'
import { groups as words } from '../../figures/words'

export interface ColumnsProps {
  /** Groups that can have a column. */
  readonly groups: readonly TestGroup[]
  /** Those that have none. */
  readonly without: readonly string[]
  readonly onWithout: (groups: readonly string[]) => void
}

/** Which groups have a column; place, name and index always have one. */
export function Columns({ groups, without, onWithout }: ColumnsProps) {
  if (groups.length === 0) return null
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="rounded border border-line bg-sheet px-2.5 py-1 text-base hover:border-ink2">
        Columns
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          sideOffset={4}
          align="end"
          className="z-30 bg-sheet border border-line rounded py-1 shadow-xl"
        >
          {groups.map((g) => (
            <DropdownMenu.CheckboxItem
              key={g}
              checked={!without.includes(g)}
              onCheckedChange={(there) => {
                onWithout(there === true ? without.filter((w) => w !== g) : [...without, g])
              }}
              onSelect={(e) => {
                e.preventDefault()
              }}
              className="pl-7 pr-4 py-1.25 text-base cursor-default outline-none relative data-highlighted:bg-ground"
            >
              <DropdownMenu.ItemIndicator className="absolute left-2.5">✓</DropdownMenu.ItemIndicator>
              {words[g]}
            </DropdownMenu.CheckboxItem>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
