import { Component } from 'react'
import type { ReactNode } from 'react'
import { Button } from './Button'

export interface BoundaryProps {
  /** What is inside, such as `this view`. */
  readonly what: string
  /** Another value tries again by itself, such as the address of a view. */
  readonly of?: string
  readonly children: ReactNode
}

interface BoundaryState {
  readonly error: Error | null
  readonly of: string | undefined
}

/** Leaves the rest of the page standing where a part of it breaks or cannot be loaded, and says so. */
export class Boundary extends Component<BoundaryProps, BoundaryState> {
  override state: BoundaryState = { error: null, of: this.props.of }

  static getDerivedStateFromError(error: unknown): Partial<BoundaryState> {
    return { error: error instanceof Error ? error : new Error(String(error)) }
  }

  static getDerivedStateFromProps(props: BoundaryProps, state: BoundaryState): Partial<BoundaryState> | null {
    return props.of === state.of ? null : { error: null, of: props.of }
  }

  override render() {
    const { error } = this.state
    if (error === null) return this.props.children
    return (
      <div role="alert" className="p-6 max-w-140">
        <p className="text-brick text-md mb-1">
          {error instanceof NotLoaded
            ? `A file of ${this.props.what} could not be loaded: the server is away or busy, or was renewed since this page was opened.`
            : `Something broke in ${this.props.what}: ${error.message}`}
        </p>
        <p className="text-ink2 text-base mb-3">
          The rest of the page goes on. Nothing that was kept is touched.
        </p>
        <div className="flex gap-2">
          <Button
            look="main"
            onClick={() => {
              if (error instanceof NotLoaded) location.reload()
              else this.setState({ error: null })
            }}
          >
            {error instanceof NotLoaded ? 'Reload the page' : 'Try again'}
          </Button>
        </div>
      </div>
    )
  }
}

/** A file of the page that was not to be had, after some tries. */
export class NotLoaded extends Error {}

const pauses = [500, 1500, 4000]

/** Loads a file of the page, trying again for some seconds where it does not come. */
export async function loaded<T>(load: () => Promise<T>, waits: readonly number[] = pauses): Promise<T> {
  for (const wait of waits) {
    try {
      return await load()
    } catch {
      await new Promise((done) => setTimeout(done, wait))
    }
  }
  try {
    return await load()
  } catch (e) {
    throw new NotLoaded(String(e))
  }
}
