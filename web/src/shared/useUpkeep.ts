import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import { waiting } from '@/shared/outbox'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'

type Standing = Schemas['StandingOut']

/** A standing task done by one press, also without a connection; what its press says, and whether it waits here. */
export function useUpkeep() {
  const session = useSession()
  const pressed = ref<Standing | null>(null)
  const body = () => ({ standing_task: pressed.value?.uid ?? null, kind: 'other', note: '' })
  const done = useWrite(
    (write_id) =>
      answer(
        api.POST('/api/rooms/{room_id}/tanks/{tank_id}/upkeep', {
          params: { path: { ...session.inRoom(), tank_id: pressed.value?.tank ?? '' } },
          body: { write_id, ...body() },
        }),
      ),
    () => ({
      path: `/api/rooms/${session.inRoom().room_id}/tanks/${pressed.value?.tank}/upkeep`,
      body: body(),
      words: `${pressed.value?.tank_name}: ${pressed.value?.title}`,
    }),
  )
  async function tick(s: Standing) {
    pressed.value = s
    await done.run()
  }
  /** a change and a test are done by their forms */
  const wordOf = (s: Standing) =>
    s.done_by === 'change' ? `Change ${s.share}` : s.done_by === 'reading' ? 'Test' : 'Done'
  const isKept = (s: Standing) => waiting.value.some((w) => w.body['standing_task'] === s.uid)
  const isBusy = (s: Standing) => done.busy.value && pressed.value?.uid === s.uid
  return { tick, problem: done.problem, wordOf, isKept, isBusy }
}
