/** Usual reasons for a number that is not there. */
export const gapReasons = [
  'not available on this system',
  'driver missing',
  'needs a network',
  'did not want to disturb the setup',
  'did not run it',
] as const

/** Usual reasons why a run failed. */
export const failReasons = [
  'it will not install',
  'it refuses to start on this system',
  'it crashed',
  'it stopped half way',
  'needs a network',
] as const

/** Usual reasons why a run does not count. */
export const asideReasons = [
  'something else was running',
  'throttled by heat',
  'held at the display refresh',
  'wrong setting',
  'screen was recorded',
] as const
