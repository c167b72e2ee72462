import { cleanup, fireEvent, screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { Reply, serve, show } from '../../testing'
import { EmptyDesk } from './EmptyDesk'

const nowhere = { 'GET /api/v1/suites': [], 'GET /api/v1/own-computer': { canBe: false } }

describe('an empty desk', () => {
  it('starts the demo with one press, waits for it, and says how to get in', async () => {
    let state = 'NONE'
    const desk = () => ({
      canBe: true,
      desk: {
        state,
        ...(state === 'READY' ? { port: 40123, name: 'Wren Alder', password: 's3cret' } : {}),
      },
    })
    const sent = serve({
      ...nowhere,
      'GET /api/v1/demo': desk,
      'POST /api/v1/demo': () => {
        state = 'STARTING'
        return desk()
      },
    })
    show(<EmptyDesk />)
    fireEvent.click(await screen.findByText('Look at the demo'))
    expect((await screen.findByRole('status')).textContent).toContain('is starting')
    expect(screen.getByText<HTMLButtonElement>('Look at the demo').disabled).toBe(true)
    state = 'READY'
    const open = await screen.findByText<HTMLAnchorElement>('Open the demo')
    // Another name of this computer, so that the sign-in here stays.
    expect(open.href).toBe('http://127.0.0.1:40123/')
    expect(screen.getByTestId('demo').textContent).toContain('Wren Alder with the password s3cret')
    expect(sent.filter((s) => s.method === 'POST')).toHaveLength(1)
  })

  it('says why the demo ended, and offers it nowhere but where it can be seen', async () => {
    const ended = { state: 'ENDED', why: 'the disk has 3 MB free and 500 are needed' }
    serve({ ...nowhere, 'GET /api/v1/demo': { canBe: true, desk: ended } })
    show(<EmptyDesk />)
    expect((await screen.findByRole('alert')).textContent).toBe(`The demo ended: ${ended.why}`)
    cleanup()
    serve({ ...nowhere, 'GET /api/v1/demo': { canBe: false, desk: { state: 'NONE' } } })
    show(<EmptyDesk />)
    expect(await screen.findByText('Bring a table')).toBeTruthy()
    expect(screen.queryByText('Look at the demo')).toBeNull()
  })

  it('says why the demo could not be started', async () => {
    serve({
      ...nowhere,
      'GET /api/v1/demo': { canBe: true, desk: { state: 'NONE' } },
      'POST /api/v1/demo': new Reply(503, { detail: 'The demo could not be started.' }),
    })
    show(<EmptyDesk />)
    fireEvent.click(await screen.findByText('Look at the demo'))
    expect((await screen.findByRole('alert')).textContent).toBe('The demo could not be started.')
  })
})
