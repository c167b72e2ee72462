declare const __VERSION__: string

/** The version of the build, the same for every part of it. */
export const version: string = __VERSION__
