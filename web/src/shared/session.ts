import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import { runAhead } from './now'
import { forgetAll } from './useKept'

const CHOSEN = 'pennywort-fishroom'
/** where a keeper comes back to from a rehearsal */
const HOME = 'pennywort-home'

/** Who is signed in and which fishroom is open. */
export const useSession = defineStore('session', () => {
  const state = ref<Schemas['SessionOut'] | null>(null)
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

  function take(next: Schemas['SessionOut']) {
    state.value = next
    document.documentElement.classList.toggle('night', next.keeper?.preferences.night ?? false)
  }

  async function read() {
    take(await answer(api.GET('/api/session')))
  }

  async function end() {
    take(await answer(api.POST('/api/session/end')))
    forgetAll()
    // what was kept for walking without a connection is nobody else's to read
    if ('caches' in window) await caches.delete('pennywort-answers')
  }

  async function prefer(change: Schemas['PreferencesIn']) {
    take(await answer(api.PUT('/api/me/preferences', { body: change })))
  }

  /** The open fishroom's id as routes want it; screens that need one are only reached with one. */
  function inRoom(): { room_id: string } {
    if (!room.value) throw new Error('no fishroom is open')
    return { room_id: room.value.uid }
  }

  return { state, keeper, own, home, room, enterRoom, openRoom, take, read, end, prefer, inRoom }
})
