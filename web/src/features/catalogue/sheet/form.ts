import { useFormContext, useWatch } from 'react-hook-form'
import type { SheetForm } from './draft'

/** A part of the grid tells when it changed. */
export interface PartProps {
  readonly onChanged: () => void
}

type TextName =
  | 'name'
  | 'version'
  | 'about'
  | 'totalName'
  | 'formula'
  | 'repeats'
  | 'minutes'
  | 'warmups'
  | 'rest'
  | 'comparesWith'

/** A field of text, as a field wants it. */
export function useText(name: TextName) {
  const { setValue } = useFormContext<SheetForm>()
  return {
    value: useWatch<SheetForm, typeof name>({ name }),
    onValue: (text: string) => {
      setValue(name, text)
    },
  }
}
