import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { Reply, serve, setup, show } from '../../testing'
import { SlipWriter } from './SlipWriter'

const memory = {
  key: 'memory.size',
  words: 'Memory',
  groupWords: 'Memory',
  type: 'NUMBER',
  unit: 'GiB',
  also: [],
}
const answers = { 'GET /api/v1/facts': [memory], 'GET /api/v1/models': [] }

describe('the slip of a setup, open for writing', () => {
  const open = (runs: number, more: Record<string, unknown> = {}) => {
    const sent = serve({ ...answers, 'GET /api/v1/runs': { total: runs, rows: [] }, ...more })
    const closed = vi.fn()
    const changed = vi.fn()
    show(<SlipWriter setup={setup} onClose={closed} onChange={changed} />)
    return { sent, closed, changed }
  }
  const type = async (text: string) => {
    // Whether it has runs is known by then.
    await new Promise((resolve) => setTimeout(resolve, 30))
    fireEvent.change(await screen.findByLabelText('Memory'), { target: { value: text } })
    fireEvent.click(screen.getByText('Keep these facts'))
  }

  it('is written in place where it has no run', async () => {
    const { sent, closed } = open(0, { 'PUT /api/v1/setups/11/facts': setup })
    await type('24 GB')
    await waitFor(() => {
      expect(closed).toHaveBeenCalled()
    })
    expect(sent.find((s) => s.method === 'PUT')?.body).toEqual({
      facts: [{ key: 'memory.size', text: '24 GB', was: '16 GiB' }],
    })
  })

  it('asks of one that has runs whether it was always so, or changed', async () => {
    const { sent, changed } = open(3)
    await type('24 GB')
    expect(await screen.findByText(/Which is it/)).toBeTruthy()
    expect(sent.some((s) => s.method === 'PUT')).toBe(false)
    fireEvent.click(screen.getByText('It changed: make a new setup'))
    expect(changed).toHaveBeenCalledWith([expect.objectContaining({ key: 'memory.size', text: '24 GB' })])
  })

  it('shows what somebody else wrote beside what was typed, and keeps nothing before one is chosen', async () => {
    const theirs = { ...setup, facts: [{ ...setup.facts[0], value: '32' }, ...setup.facts.slice(1)] }
    let answer: unknown = new Reply(409, { detail: 'Somebody else', current: theirs })
    const { sent, closed } = open(0, { 'PUT /api/v1/setups/11/facts': () => answer })
    await type('24 GB')
    const both = await screen.findByTestId('overtaken')
    expect(both.textContent).toContain('Memory32 GiB24 GB')
    expect(screen.queryByText('Keep these facts')).toBeNull()
    answer = setup
    fireEvent.click(screen.getByText('Keep mine'))
    await waitFor(() => {
      expect(closed).toHaveBeenCalled()
    })
    expect(sent.findLast((s) => s.method === 'PUT')?.body).toEqual({
      facts: [{ key: 'memory.size', text: '24 GB', was: '32 GiB' }],
    })
  })

  it('takes theirs, and stays open for what else was typed', async () => {
    const theirs = { ...setup, facts: [{ ...setup.facts[0], value: '32' }, ...setup.facts.slice(1)] }
    open(0, {
      'PUT /api/v1/setups/11/facts': new Reply(409, { detail: 'Somebody else', current: theirs }),
    })
    await type('24 GB')
    fireEvent.click(await screen.findByText('Take theirs'))
    await waitFor(() => {
      expect(screen.getByLabelText<HTMLInputElement>('Memory').value).toBe('32 GiB')
    })
    expect(screen.getByText('Keep these facts')).toBeTruthy()
  })

  it('says at its line what does not fit, and keeps what was typed', async () => {
    const fault = { field: 'facts[0]', message: 'Memory is a quantity such as 16 GiB, got "plenty"' }
    const { closed } = open(0, {
      'PUT /api/v1/setups/11/facts': new Reply(422, { detail: 'x', violations: [fault] }),
    })
    await type('plenty')
    expect((await screen.findByRole('alert')).textContent).toBe(fault.message)
    expect(screen.getByLabelText<HTMLInputElement>('Memory').value).toBe('plenty')
    expect(closed).not.toHaveBeenCalled()
  })

  it('puts what a system printed into the lines, and leaves what it made nothing of', async () => {
    open(0, {
      'POST /api/v1/facts/in-text': {
        proposals: [{ line: 1, key: 'system.kernel', text: '7.4.0' }],
        leftovers: [
          { line: 2, text: 'all of it', reason: '', name: '', value: '' },
          { line: 3, text: 'Fans: two', reason: '', name: 'Fans', value: 'two' },
        ],
      },
    })
    fireEvent.click(screen.getByText('Paste what the system printed'))
    const area = screen.getByLabelText<HTMLTextAreaElement>('What the system printed')
    fireEvent.change(area, { target: { value: 'Kernel: 7.4.0\nall of it\nFans: two' } })
    fireEvent.click(screen.getByText('Read these lines'))
    expect(await screen.findByDisplayValue('7.4.0')).toBeTruthy()
    expect(area.value).toBe('all of it\nFans: two')
    fireEvent.click(screen.getByText('Write Fans as a fact of your own'))
    expect(await screen.findByDisplayValue('two')).toBeTruthy()
    expect(area.value).toBe('all of it')
  })

  it('gives the setup another name', async () => {
    const { sent } = open(3, { 'PUT /api/v1/setups/11/name': setup })
    fireEvent.change(screen.getByLabelText('Name of the setup'), { target: { value: 'limit 22 W' } })
    fireEvent.click(screen.getByText('Call it so'))
    await waitFor(() => {
      expect(sent.find((s) => s.method === 'PUT')?.body).toEqual({ name: 'limit 22 W', tuned: false })
    })
  })
})
