import encoded from './kernels.wasm?inline'

/** The exports of the module, as its source declares them. */
export interface Kernels {
  readonly memory: WebAssembly.Memory
  readonly pictureAt: () => number
  readonly smoothAt: () => number
  readonly depthAt: () => number
  readonly costAt: () => number
  readonly wayAt: () => number
  readonly filter: () => void
  readonly cross: () => void
}

/** Bytes of the module, which comes with the script so that it starts without a connection too. */
function bytes(): Uint8Array<ArrayBuffer> {
  const text = atob(encoded.slice(encoded.indexOf(',') + 1))
  return Uint8Array.from(text, (c) => c.charCodeAt(0))
}

/** Compiles and starts the module. */
export async function instantiate(): Promise<Kernels> {
  const { instance } = await WebAssembly.instantiate(bytes())
  return instance.exports as unknown as Kernels
}
