import { fireEvent, render, screen } from '@testing-library/react'
import { useState } from 'react'
import { describe, expect, it } from 'vitest'
import { Combobox } from './Combobox'
import type { ComboboxProps, Option } from './Combobox'
import { fitting, isMeant } from './fitting'

const many: readonly Option[] = Array.from({ length: 5000 }, (_, i) => ({
  value: String(i),
  label: `Model ${String(i)}`,
  about: i % 2 === 0 ? 'laptop' : 'phone',
}))

function Box(props: Pick<ComboboxProps, 'free'> & { readonly options?: readonly Option[] }) {
  const [value, setValue] = useState('')
  return (
    <>
      <Combobox
        label="Model"
        options={props.options ?? many}
        value={value}
        onValue={setValue}
        free={props.free ?? false}
      />
      <output>{value}</output>
    </>
  )
}

const input = () => screen.getByLabelText<HTMLInputElement>('Model')
const chosen = () => screen.getByRole('status').textContent

describe('a combobox', () => {
  it('finds one of thousands by any of its words, and draws only a few', () => {
    render(<Box />)
    fireEvent.change(input(), { target: { value: 'phone 4321' } })
    expect(screen.getAllByRole('option')).toHaveLength(1)
    fireEvent.keyDown(input(), { key: 'Enter' })
    expect(chosen()).toBe('4321')
    fireEvent.change(input(), { target: { value: 'm' } })
    expect(screen.queryAllByRole('option').length).toBeLessThan(30)
  })

  it('puts back what stands for nothing, unless any text will do', () => {
    render(<Box />)
    fireEvent.change(input(), { target: { value: 'no such' } })
    fireEvent.blur(input())
    expect([chosen(), input().value]).toEqual(['', ''])
  })

  it('takes any text where it may', () => {
    render(<Box free />)
    fireEvent.change(input(), { target: { value: 'my own' } })
    fireEvent.blur(input())
    expect(chosen()).toBe('my own')
  })

  it('takes every sign at once where it is asked to', () => {
    render(<Box free="live" />)
    fireEvent.change(input(), { target: { value: 'Model 1' } })
    expect(chosen()).toBe('1')
    fireEvent.change(input(), { target: { value: 'Model 1x' } })
    expect(chosen()).toBe('Model 1x')
  })

  it('has first what begins with what was typed', () => {
    const two = [
      { value: 'a', label: 'Old kernel' },
      { value: 'b', label: 'Kernel' },
    ]
    const units = ['GB/s', 'g', 'a ladder of rungs', 'seconds', 'minutes as m:ss'].map((u) => ({
      value: u,
      label: u,
    }))
    expect(fitting(units, 'g')[0]?.label).toBe('g')
    expect(['g', 'A', 's', 'sec', 'm:ss', 'oz'].map((t) => isMeant(units, t))).toEqual([
      true,
      false,
      false,
      true,
      true,
      false,
    ])
    expect(fitting(two, 'ker').map((o) => o.value)).toEqual(['b', 'a'])
  })
})
