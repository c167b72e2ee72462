import type { ReactNode } from 'react'
import { Mark } from '../../frame/Mark'
import { Button } from '../../ui/Button'
import { FieldError } from '../../ui/Field'

export interface DoorProps {
  readonly title: string
  readonly about: string
  readonly problem: string | null
  readonly busy: boolean
  readonly press: string
  readonly onPress: () => void
  readonly children: ReactNode
}

/** What somebody sees who is not in yet: the mark, a few fields and one thing to press. */
export function Door({ title, about, problem, busy, press, onPress, children }: DoorProps) {
  return (
    <div className="min-h-screen grid place-items-start justify-center pt-[16vh]">
      <form
        className="w-85"
        onSubmit={(e) => {
          e.preventDefault()
          onPress()
        }}
      >
        <div className="flex items-center gap-2 font-bold text-xl mb-7">
          <Mark /> Yarrowmark
        </div>
        <h1 className="mb-1">{title}</h1>
        <p className="text-ink2 text-base mb-5">{about}</p>
        {children}
        {problem !== null && <FieldError>{problem}</FieldError>}
        <Button look="main" type="submit" disabled={busy} className="mt-3">
          {press}
        </Button>
      </form>
    </div>
  )
}
