import type { Schemas } from '../api/client'
import { percent, significant } from './format'

/** A number of a figure that a text can quote. */
export type FigureNumber = Schemas['Known']

/** Confidence of an interval of which nothing else is told. */
const usual = 0.95

type More = Partial<Pick<FigureNumber, 'unit' | 'low' | 'high' | 'lessIsBetter' | 'outOf' | 'confidence'>>

/** A number of a figure: what it is of, whose it is, and as it is shown. */
export function figureNumber(
  of: string,
  subject: string,
  text: string,
  value: number,
  { unit = '', low, high, lessIsBetter = false, outOf = 0, confidence }: More = {},
): FigureNumber {
  return {
    of,
    subject,
    base: '',
    text,
    value,
    unit,
    ...(low === undefined || high === undefined ? {} : { low, high }),
    ...(confidence === undefined || confidence === usual ? {} : { confidence }),
    lessIsBetter,
    outOf,
  }
}

/** A place among others, of which the first is the best. */
export function placeNumber(of: string, subject: string, place: number, outOf: number): FigureNumber {
  return figureNumber(of, subject, String(place), place, { lessIsBetter: true, outOf })
}

/** How many times as good somebody is as somebody else, with its 95 % interval. */
export function ratioNumber(
  of: string,
  subject: string,
  base: string,
  times: number,
  more: Pick<More, 'low' | 'high' | 'lessIsBetter' | 'confidence'>,
): FigureNumber {
  const text = times < 2 ? percent(times - 1) : `×${significant(times, 3)}`
  return { ...figureNumber(of, subject, text, times, more), base }
}
