/** What the graphics chip itself says of the time that drawing took. */
export interface DrawTimer {
  /** At each frame; the first of an iteration starts the timer. */
  begin: () => void
  end: () => void
  /** Takes the answers that have come meanwhile; they take some frames. */
  collect: () => void
  /** Iterations that were answered for, and milliseconds a frame of each. */
  times: () => { x: readonly number[]; y: readonly number[] }
}

interface Asked {
  readonly query: WebGLQuery
  readonly iteration: number
  readonly frames: number
}

/** A timer by the chip's own clock; undefined where the browser or the chip has none. */
export function drawTimer(gl: WebGL2RenderingContext): DrawTimer | undefined {
  const clock = gl.getExtension('EXT_disjoint_timer_query_webgl2') as {
    readonly TIME_ELAPSED_EXT: number
    readonly GPU_DISJOINT_EXT: number
  } | null
  if (!clock) return undefined
  const asked: Asked[] = []
  const x: number[] = []
  const y: number[] = []
  let open: WebGLQuery | undefined
  let frames = 0
  let iteration = 0
  return {
    begin() {
      frames++
      if (open) return
      open = gl.createQuery()
      gl.beginQuery(clock.TIME_ELAPSED_EXT, open)
    },
    end() {
      if (!open) return
      gl.endQuery(clock.TIME_ELAPSED_EXT)
      asked.push({ query: open, iteration: ++iteration, frames })
      open = undefined
      frames = 0
    },
    collect() {
      // After a change of the chip's clock every answer under way is worthless.
      const broken = Boolean(gl.getParameter(clock.GPU_DISJOINT_EXT))
      while (asked[0] && (broken || gl.getQueryParameter(asked[0].query, gl.QUERY_RESULT_AVAILABLE))) {
        const { query, iteration: of, frames: over } = asked[0]
        asked.shift()
        if (!broken) {
          x.push(of)
          y.push(Number(gl.getQueryParameter(query, gl.QUERY_RESULT)) / 1e6 / over)
        }
        gl.deleteQuery(query)
      }
    },
    times: () => ({ x, y }),
  }
}
