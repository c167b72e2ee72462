import type { Schemas } from '../../../api/client'
import { unitWords } from '../../../figures/format'

type Work = Schemas['TestView']['group']

/** What a unit can only be of; a battery's charge is what the device holds. */
const byUnit: readonly (readonly [RegExp, Work])[] = [
  [/^(m?W|k?Wh|Wh|J|watts?)$/i, 'ENERGY'],
  [/^(°C|K|Cel|dB ?\(A\)|dB\[A\]|rpm)$/i, 'HEAT'],
  [/^(g|kg|mm|cm|l|litres?|mAh|Ah|in)$/i, 'BODY'],
  [/^(frames\/s|fps)$/i, 'GRAPHICS'],
]

/** What a name says in plain words; the first that fits stands. */
const byName: readonly (readonly [RegExp, Work])[] = [
  [/\b(drives?|dis[ck]s?|storage|files?)\b/i, 'STORAGE'],
  [/\b(memory|ram)\b/i, 'MEMORY'],
  [/\b(dropped|plays?|playback|films? at|videos? at|stream)\b/i, 'PLAYBACK'],
  [/\b(graphics|scenes?|games?|frames?|draw(ing)?|canvas)\b/i, 'GRAPHICS'],
  [/\b(pages?|browser|web|scripts?)\b/i, 'BROWSER'],
  [/\b(wireless|network|wi-?fi|ping)\b/i, 'NETWORK'],
  [/\b(battery|watts?|energy|draws)\b/i, 'ENERGY'],
  [/\b(noise|hottest|temperature|throttl\w*)\b/i, 'HEAT'],
]

/** The kind of work that name and unit of a test speak of; undefined where they do not. */
export function workOf(name: string, unit: string): Work | undefined {
  const found = (list: typeof byUnit, text: string) => list.find(([sign]) => sign.test(text.trim()))?.[1]
  return found(byUnit, unit) ?? found(byUnit, unitWords(unit)) ?? found(byName, name)
}
