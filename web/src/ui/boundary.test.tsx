import { fireEvent, render, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { Boundary, NotLoaded, loaded } from './Boundary'

function Breaks({ with: error }: { readonly with: Error | null }) {
  if (error) throw error
  return <p>whole</p>
}

describe('a boundary', () => {
  it('leaves what is beside standing, says what broke, and tries again', () => {
    vi.spyOn(console, 'error').mockImplementation(() => undefined)
    const page = (error: Error | null) => (
      <>
        <p>beside</p>
        <Boundary what="this view">
          <Breaks with={error} />
        </Boundary>
      </>
    )
    const { rerender } = render(page(new Error('no such row')))
    expect(screen.getByText('beside')).toBeTruthy()
    expect(screen.getByRole('alert').textContent).toContain('Something broke in this view: no such row')
    rerender(page(null))
    fireEvent.click(screen.getByText('Try again'))
    expect(screen.getByText('whole')).toBeTruthy()
  })

  it('forgets what broke when another view is opened', () => {
    vi.spyOn(console, 'error').mockImplementation(() => undefined)
    const { rerender } = render(
      <Boundary what="this view" of="/a">
        <Breaks with={new Error('x')} />
      </Boundary>,
    )
    rerender(
      <Boundary what="this view" of="/b">
        <Breaks with={null} />
      </Boundary>,
    )
    expect(screen.getByText('whole')).toBeTruthy()
  })

  it('asks to reload where a file of the page is not to be had', () => {
    vi.spyOn(console, 'error').mockImplementation(() => undefined)
    render(
      <Boundary what="this view">
        <Breaks with={new NotLoaded('gone')} />
      </Boundary>,
    )
    expect(screen.getByRole('button').textContent).toBe('Reload the page')
  })
})

describe('a file of the page', () => {
  it('is asked for again where it does not come', async () => {
    let tries = 0
    const twice = () => (++tries < 3 ? Promise.reject(new Error('busy')) : Promise.resolve('here'))
    await expect(loaded(twice, [1, 1])).resolves.toBe('here')
    await expect(loaded(() => Promise.reject(new Error('gone')), [1])).rejects.toBeInstanceOf(NotLoaded)
  })
})
