import { act, fireEvent, render, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { FindRows } from './FindRows'

const field = () => screen.getByLabelText('Find') as HTMLInputElement

describe('what is looked for', () => {
  it('is asked for once the typing rests, and gives way to what another address asks', () => {
    vi.useFakeTimers()
    const onFind = vi.fn()
    const { rerender } = render(<FindRows find="" onFind={onFind} />)
    fireEvent.change(field(), { target: { value: 'ca' } })
    fireEvent.change(field(), { target: { value: 'carr' } })
    expect(onFind).not.toHaveBeenCalled()
    act(() => {
      vi.advanceTimersByTime(300)
    })
    expect(onFind.mock.calls).toEqual([['carr']])
    rerender(<FindRows find="carr" onFind={onFind} />)
    act(() => {
      vi.advanceTimersByTime(300)
    })
    rerender(<FindRows find="" onFind={onFind} />)
    act(() => {
      vi.advanceTimersByTime(300)
    })
    expect(field().value).toBe('')
    expect(onFind).toHaveBeenCalledTimes(1)
  })
})
