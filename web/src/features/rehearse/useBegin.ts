import { answer, api } from '@/api/client'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import * as said from '@/shared/words'

/** Begin a rehearsal and step into its fishroom; what was read before is of another one, so the page begins anew. */
export function useBegin(what: () => { scenario?: string; text?: string; seed?: number }) {
  const session = useSession()
  const write = useWrite(async (write_id) => {
    const home = session.home
    if (!home) throw new Error(said.NO_FISHROOM_IS_OPEN)
    return answer(
      api.POST('/api/rooms/{room_id}/rehearsals', {
        params: { path: { room_id: home.uid } },
        body: { write_id, scenario: '', text: '', ...what() },
      }),
    )
  })
  async function begin() {
    const made = await write.run()
    if (made) session.openRoom(made.room, '/rehearse/tank')
  }
  return { begin, busy: write.busy, problem: write.problem }
}
