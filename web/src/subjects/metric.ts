import type { Schemas } from '../api/client'

/** Words that a metric may be, for a check or a ladder; none where it is a number. */
export function choicesOf(metric: Pick<Schemas['MetricView'], 'scale' | 'rungs'>): readonly string[] {
  if (metric.scale === 'CHECK') return ['passed', 'failed']
  return metric.scale === 'LADDER' ? [...metric.rungs, 'none'] : []
}
