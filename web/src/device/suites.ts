import { inWorker, onOneAndAll, onPage, privateFiles, startWorker } from './parts'
import type { Part } from './parts'
import { metrics } from './workloads/root/files'
import { chart } from './workloads/umbel/chart'
import { messaging } from './workloads/umbel/messages'
import { pages } from './workloads/umbel/pages'
import { shaping } from './workloads/umbel/shaping'

/** The suites that run in a browser, by the key of their sheet; scenes and clips are fetched when they are needed. */
const suites: Readonly<Record<string, () => Promise<readonly Part[]> | readonly Part[]>> = {
  stemweb: () =>
    ['notes', 'sightings', 'spectra', 'picture', 'tide', 'text', 'stones', 'seals'].map(onOneAndAll),
  rootweb: () => [privateFiles(metrics)],
  umbel: () => [
    onPage('pages', (around) => pages(around.box)),
    inWorker('table', 'table'),
    onPage('chart', (around) => chart(around.box)),
    inWorker('canvas', 'canvas'),
    onPage('shaping', (around) => shaping(around.box)),
    inWorker('search', 'search'),
    inWorker('clone', 'clone'),
    onPage('messages', () => messaging(startWorker)),
    inWorker('wasm', 'wasm'),
    inWorker('script', 'script'),
    inWorker('store', 'store'),
    inWorker('images', 'images'),
    inWorker('streams', 'streams'),
  ],
  bract: async () => (await import('./workloads/bract/parts')).parts,
  petal: async () => (await import('./workloads/petal/parts')).parts,
  petalgpu: async () => (await import('./workloads/petal/parts')).gpuParts,
}

/** The parts of a suite in the order they run. */
export async function partsOf(suite: string): Promise<readonly Part[]> {
  const parts = suites[suite]
  if (!parts) throw new Error(`this page is too old to run ${suite}: reload it`)
  return parts()
}
