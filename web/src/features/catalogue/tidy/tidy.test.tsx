import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { Reply, serve, show } from '../../../testing'
import { Tidy } from './Tidy'

const gone = vi.fn()
const open = () => {
  show(
    <Tidy
      thing={{ of: 'models', id: 4 }}
      name="Ostrel Fen 13"
      others={[{ value: '9', label: 'Ostrell Fen 13' }]}
      onGone={gone}
    />,
  )
}

describe('a model that stands there twice', () => {
  it('becomes part of the other', async () => {
    const sent = serve({ 'POST /api/v1/models/4/merge': new Reply(204, null) })
    open()
    fireEvent.click(screen.getByText('It is the same as …'))
    const box = screen.getByLabelText('The same as')
    fireEvent.change(box, { target: { value: 'ostrell' } })
    fireEvent.click(await screen.findByText('Ostrell Fen 13'))
    fireEvent.click(screen.getByText('Make it part of Ostrell Fen 13'))
    expect(await screen.findByText('Ostrel Fen 13 is part of Ostrell Fen 13 now.')).toBeTruthy()
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({ into: 9 })
    expect(gone).toHaveBeenCalledWith(9)
  })

  it('is deleted only where nothing was measured', async () => {
    const detail = 'It cannot be deleted: it has runs: nothing that was measured is deleted.'
    serve({ 'DELETE /api/v1/models/4': new Reply(409, { detail }) })
    gone.mockClear()
    open()
    fireEvent.click(screen.getByText('Delete it'))
    expect(await screen.findByText(detail)).toBeTruthy()
    await waitFor(() => {
      expect(gone).not.toHaveBeenCalled()
    })
  })
})
