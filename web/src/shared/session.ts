import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import { CHOSEN, SESSION } from './early'
import { runAhead } from './now'
import { forgetAll } from './useKept'
import * as texts from '@/shared/words'

/** who was signed in here last, by this very build: another may know other fields */
const KEPT = `${SESSION}${new URL(import.meta.url).pathname}`
/** where a keeper comes back to from a rehearsal */
const HOME = 'pennywort-home'

/** Who is signed in and which fishroom is open. */
export const useSession = defineStore('session', () => {
  const state = ref<Schemas['SessionOut'] | null>(null)
  /** the server has said who is signed in: until then it is who was so last */
  const sure = ref(false)
  const keeper = computed(() => state.value?.keeper ?? null)
  /** his fishrooms, without those to rehearse in: nobody lands in one of these unasked */
  const own = computed(() => keeper.value?.rooms.filter((r) => !r.rehearsal) ?? [])
  /** which of several fishrooms stands open in this browser */
  const chosen = ref(localStorage.getItem(CHOSEN) ?? '')
  const room = computed(() => keeper.value?.rooms.find((r) => r.uid === chosen.value) ?? own.value[0] ?? null)
  watch(room, (open) => runAhead(open?.ahead_s ?? 0), { immediate: true, flush: 'sync' })

  const home = computed(
    () => own.value.find((r) => r.uid === localStorage.getItem(HOME)) ?? own.value[0] ?? null,
  )

  function enterRoom(uid: string) {
    if (room.value && !room.value.rehearsal) localStorage.setItem(HOME, room.value.uid)
    chosen.value = uid
    localStorage.setItem(CHOSEN, uid)
  }

  /** Step into another fishroom: everything read so far is of this one, so the page begins anew. */
  function openRoom(uid: string, at = '/') {
    enterRoom(uid)
    location.assign(at)
  }

  function show(next: Schemas['SessionOut']) {
    state.value = next
    document.documentElement.classList.toggle('night', next.keeper?.preferences.night ?? false)
  }

  function take(next: Schemas['SessionOut']) {
    const other = keeper.value && next.keeper && keeper.value.username !== next.keeper.username
    for (const key of Object.keys(localStorage).filter((k) => k.startsWith(SESSION)))
      localStorage.removeItem(key)
    if (next.keeper) localStorage.setItem(KEPT, JSON.stringify(next))
    sure.value = true
    show(next)
    // what is on the screen was asked for in another's name
    if (other) location.reload()
  }

  /** Whoever was signed in here last, so that a screen can ask for its figures without waiting; whether there was anybody. */
  function recall(): boolean {
    try {
      const kept = JSON.parse(localStorage.getItem(KEPT) ?? 'null') as Schemas['SessionOut'] | null
      if (kept?.keeper) show(kept)
      return !!kept?.keeper
    } catch {
      return false
    }
  }

  async function read() {
    take(await answer(api.GET('/api/session')))
  }

  /** Whether the server has said who is signed in; it is asked where it has not. */
  async function makeSure(): Promise<boolean> {
    if (!sure.value) await read().catch(() => undefined)
    return sure.value
  }

  async function end() {
    take(await answer(api.POST('/api/session/end')))
    forgetAll()
    // what was kept for walking without a connection is nobody else's to read
    if (!('caches' in window)) return
    const kept = (await caches.keys()).filter((name) => name.startsWith('pennywort-answers-'))
    await Promise.all(kept.map((name) => caches.delete(name)))
  }

  async function prefer(change: Schemas['PreferencesIn']) {
    take(await answer(api.PUT('/api/me/preferences', { body: change })))
  }

  /** The open fishroom's id as routes want it; screens that need one are only reached with one. */
  function inRoom(): { room_id: string } {
    if (!room.value) throw new Error(texts.NO_FISHROOM_IS_OPEN)
    return { room_id: room.value.uid }
  }

  return {
    state,
    sure,
    keeper,
    own,
    home,
    room,
    enterRoom,
    openRoom,
    take,
    recall,
    read,
    makeSure,
    end,
    prefer,
    inRoom,
  }
})
