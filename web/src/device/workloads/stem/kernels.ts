import type { Kernel } from '../../measure'
import { notes } from './notes'
import { picture } from './picture'
import { seals } from './seals'
import { sightings } from './sightings'
import { spectra } from './spectra'
import { stones } from './stones'
import { text } from './text'
import { tide } from './tide'

/** The kernels of Stem in the browser, in the order they run. */
export const stem: readonly Kernel[] = [notes, sightings, spectra, picture, tide, text, stones, seals]
