import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import { forgetAll } from './useKept'

const CHOSEN = 'pennywort-fishroom'

/** Who is signed in and which fishroom is open. */
export const useSession = defineStore('session', () => {
  const state = ref<Schemas['SessionOut'] | null>(null)
  const keeper = computed(() => state.value?.keeper ?? null)
  /** which of several fishrooms stands open in this browser */
  const chosen = ref(localStorage.getItem(CHOSEN) ?? '')
  const room = computed(
    () => keeper.value?.rooms.find((r) => r.uid === chosen.value) ?? keeper.value?.rooms[0] ?? null,
  )

  function enterRoom(uid: string) {
    chosen.value = uid
    localStorage.setItem(CHOSEN, uid)
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

  return { state, keeper, room, enterRoom, take, read, end, prefer, inRoom }
})
