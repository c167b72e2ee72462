import { act, render, screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { LongBody } from './LongBody'

const items = Array.from({ length: 400 }, (_, i) => `row ${String(i + 1)}`)

describe('on paper', () => {
  it('a long table is whole and light, and is put back afterwards', () => {
    document.documentElement.dataset.theme = 'dark'
    render(
      <main>
        <table>
          <LongBody items={items} keyOf={(name) => name} height={30}>
            {(name) => (
              <tr>
                <td>{name}</td>
              </tr>
            )}
          </LongBody>
        </table>
      </main>,
    )
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
