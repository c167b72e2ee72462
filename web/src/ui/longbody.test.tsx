import { act, render, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { LongBody } from './LongBody'

function Table({ count }: { readonly count: number }) {
  const items = Array.from({ length: count }, (_, i) => `row ${String(i + 1)}`)
  return (
    <main>
      <table>
        <thead>
          <tr>
            <th>Name</th>
          </tr>
        </thead>
        <LongBody items={items} keyOf={(name) => name} height={30}>
          {(name) => (
            <tr>
              <td>{name}</td>
            </tr>
          )}
        </LongBody>
      </table>
    </main>
  )
}

describe('the body of a long table', () => {
  it('is drawn whole where it is short', () => {
    render(<Table count={150} />)
    expect(screen.getAllByText(/^row /)).toHaveLength(150)
  })

  it('draws only what is near the sight of many, in the room that all would take', () => {
    vi.spyOn(Element.prototype, 'clientHeight', 'get').mockReturnValue(600)
    vi.spyOn(Element.prototype, 'clientWidth', 'get').mockReturnValue(1000)
    vi.spyOn(HTMLElement.prototype, 'offsetHeight', 'get').mockReturnValue(30)
    const { container } = render(<Table count={20_000} />)
    const drawn = screen.getAllByText(/^row /)
    expect(drawn.length).toBeLessThan(60)
    expect(drawn[0]?.textContent).toBe('row 1')
    const [before, after] = [...container.querySelectorAll<HTMLElement>('tbody[aria-hidden] tr')].map((tr) =>
      parseFloat(tr.style.height),
    )
    expect(before).toBe(0)
    expect(after).toBeGreaterThan(19_900 * 30)
  })

  it('is whole and light on paper, and is put back afterwards', () => {
    document.documentElement.dataset.theme = 'dark'
    render(<Table count={400} />)
    const drawn = () => screen.queryAllByText(/^row /).length
    expect(drawn()).toBeLessThan(400)
    act(() => {
      window.dispatchEvent(new Event('beforeprint'))
    })
    expect(drawn()).toBe(400)
    expect(document.documentElement.dataset.theme).toBe('light')
    act(() => {
      window.dispatchEvent(new Event('afterprint'))
    })
    expect(drawn()).toBeLessThan(400)
    expect(document.documentElement.dataset.theme).toBe('dark')
    delete document.documentElement.dataset.theme
  })
})
