/** Sizes of type in drawings, in units of the drawing. */
export const type = { tiny: 9.5, axis: 11, label: 11.5, title: 12.5 } as const
