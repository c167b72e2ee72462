const unitBehind = /^(.*?\S)\s*[([]((?:[^()[\]]|\([^()]{1,9}\)){1,30})[)\]]$/

/** The head of a column, or a name, and what stands in brackets behind it: noise (dB(A)) is noise, measured in dB(A). */
export function headOf(text: string): { readonly name: string; readonly unit: string | undefined } {
  const [, name, unit] = unitBehind.exec(text) ?? []
  return name === undefined ? { name: text, unit: undefined } : { name, unit }
}
