import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { Reply, serve, show } from '../testing'
import { Boards } from './Boards'

const night = {
  id: 4,
  page: 'STANDINGS',
  name: 'For a night in the hide',
  address: '?kind=LAPTOP&weight=STORAGE%3A4',
  who: 'Mara Quill',
  at: '2026-05-04T10:00:00Z',
}
const server = {
  'GET /api/v1/boards': [night, { ...night, id: 5, page: 'SIDE_BY_SIDE', name: 'Two minis' }],
}

describe('boards', () => {
  it('name the view that is open, and list those of the page alone', async () => {
    serve(server)
    show(<Boards page="STANDINGS" />, `/standings${night.address}`)
    fireEvent.click(await screen.findByRole('button', { name: 'Board: For a night in the hide' }))
    expect(await screen.findByText('open now')).toBeTruthy()
    expect(screen.queryByText('Two minis')).toBeNull()
    expect(screen.getByRole('link', { name: night.name }).getAttribute('href')).toBe(
      `/standings${night.address}`,
    )
  })

  it('keep the view under a new name', async () => {
    const asked = serve({ ...server, 'POST /api/v1/boards': { ...night, id: 6, name: 'Phones' } })
    show(<Boards page="STANDINGS" />, '/standings?kind=PHONE')
    fireEvent.click(await screen.findByRole('button', { name: 'Boards' }))
    fireEvent.change(await screen.findByLabelText('Keep this view as'), { target: { value: ' Phones ' } })
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }))
    await screen.findByText('Kept as "Phones".')
    expect(asked.find((r) => r.method === 'POST')?.body).toEqual({
      page: 'STANDINGS',
      name: 'Phones',
      address: '?kind=PHONE',
    })
  })

  it('replace one of the same name, whatever its capitals', async () => {
    const asked = serve({ ...server, 'PUT /api/v1/boards/4': night })
    show(<Boards page="STANDINGS" />, '/standings?kind=PHONE')
    fireEvent.click(await screen.findByRole('button', { name: 'Boards' }))
    fireEvent.change(await screen.findByLabelText('Keep this view as'), {
      target: { value: 'for a NIGHT in the hide' },
    })
    fireEvent.click(screen.getByRole('button', { name: 'Replace' }))
    await screen.findByText(/^Kept as/)
    expect(asked.find((r) => r.method === 'PUT')?.body).toMatchObject({ address: '?kind=PHONE' })
  })

  it('are shown to readers where they are standings, and hidden from them', async () => {
    const shown = { ...night, publicSlug: 'for-a-night-in-the-hide' }
    const asked = serve({ ...server, 'PUT /api/v1/boards/4/public': shown })
    show(<Boards page="STANDINGS" />, '/standings?kind=PHONE')
    fireEvent.click(await screen.findByRole('button', { name: 'Boards' }))
    fireEvent.click(await screen.findByText('show to readers'))
    await screen.findByText(/^Readers see/)
    expect(asked.find((r) => r.method === 'PUT')?.body).toEqual({ shown: true })
    cleanup()

    serve({ 'GET /api/v1/boards': [shown, { ...night, id: 5, page: 'SIDE_BY_SIDE', name: 'Two minis' }] })
    show(<Boards page="STANDINGS" />, '/standings?kind=PHONE')
    fireEvent.click(await screen.findByRole('button', { name: 'Boards' }))
    const link = await screen.findByText<HTMLAnchorElement>('readers see it')
    expect(link.getAttribute('href')).toBe('/read/boards/for-a-night-in-the-hide')
    expect(screen.getByText('hide')).toBeTruthy()
    cleanup()

    serve(server)
    show(<Boards page="SIDE_BY_SIDE" />, '/side-by-side')
    fireEvent.click(await screen.findByRole('button', { name: 'Boards' }))
    expect(await screen.findByText('Two minis')).toBeTruthy()
    expect(screen.queryByText('show to readers')).toBeNull()
  })

  it('are forgotten with a way back', async () => {
    const asked = serve({
      ...server,
      'DELETE /api/v1/boards/4': new Reply(204, null),
      'POST /api/v1/boards': night,
    })
    show(<Boards page="STANDINGS" />, '/standings')
    fireEvent.click(await screen.findByRole('button', { name: 'Boards' }))
    fireEvent.click(await screen.findByRole('button', { name: `Forget ${night.name}` }))
    fireEvent.click(await screen.findByText('Undo'))
    await waitFor(() => {
      expect(asked.find((r) => r.method === 'POST')?.body).toMatchObject({ address: night.address })
    })
  })

  it('say why one was not kept, and keep what was typed', async () => {
    serve({
      ...server,
      'POST /api/v1/boards': new Reply(409, { title: 'Conflict', detail: 'There is one called "X" already' }),
    })
    show(<Boards page="STANDINGS" />, '/standings')
    fireEvent.click(await screen.findByRole('button', { name: 'Boards' }))
    fireEvent.change(await screen.findByLabelText('Keep this view as'), { target: { value: 'X' } })
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }))
    expect((await screen.findByRole('alert')).textContent).toContain('already')
    expect((screen.getByLabelText('Keep this view as') as HTMLInputElement).value).toBe('X')
  })
})
