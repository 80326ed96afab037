import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '@/api/client'
import { fakeServer, ROOM } from '@/testing/mount'
import { useSession } from './session'

const signedIn = (username: string): Schemas['SessionOut'] =>
  ({
    needs_set_up: false,
    keeper: { username, display_name: username, rooms: [{ uid: ROOM, name: 'Alder Lock' }], preferences: {} },
  }) as unknown as Schemas['SessionOut']

/** As the next visit finds it. */
function anotherVisit() {
  setActivePinia(createPinia())
  return useSession()
}

describe('who is signed in', () => {
  beforeEach(() => {
    localStorage.clear()
    setActivePinia(createPinia())
  })

  it('is who was so last until the server says, and nobody is sure of it before', async () => {
    useSession().take(signedIn('maren'))
    const next = anotherVisit()
    expect(next.recall()).toBe(true)
    expect([next.keeper?.username, next.room?.uid, next.sure]).toEqual(['maren', ROOM, false])
    fakeServer([{ json: signedIn('maren') }])
    await next.read()
    expect(next.sure).toBe(true)
  })

  it('is nobody after a sign-out, here and at the next visit', async () => {
    const session = useSession()
    session.take(signedIn('maren'))
    fakeServer([{ json: { needs_set_up: false, keeper: null } }])
    await session.end()
    expect(session.keeper).toBeNull()
    expect(anotherVisit().recall()).toBe(false)
  })

  it('begins the page anew where it turns out to be somebody else', () => {
    const reload = vi.spyOn(location, 'reload').mockImplementation(() => undefined)
    useSession().take(signedIn('maren'))
    const next = anotherVisit()
    next.recall()
    next.take(signedIn('maren'))
    expect(reload).not.toHaveBeenCalled()
    next.take(signedIn('ivo'))
    expect(reload).toHaveBeenCalledOnce()
  })

  it('takes nothing from what another build or a meddler left', () => {
    useSession().take(signedIn('maren'))
    const key = Object.keys(localStorage).find((k) => k.startsWith('pennywort-session'))!
    localStorage.setItem(key, '{"keeper": ')
    expect(anotherVisit().recall()).toBe(false)
    localStorage.setItem('pennywort-session older.js', JSON.stringify(signedIn('lio')))
    localStorage.removeItem(key)
    expect(anotherVisit().recall()).toBe(false)
  })
})
