import { ref } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'

type Ledger = Schemas['StrikeIn']['ledger']

/** Strike an entry out of the record: it stays, crossed through. True once it is done. */
export function useStrike() {
  const session = useSession()
  const what = ref<Schemas['StrikeIn']>({ write_id: '', ledger: 'look', entry: '', reason: '' })
  const write = useWrite((write_id) =>
    answer(
      api.POST('/api/rooms/{room_id}/strike', {
        params: { path: session.inRoom() },
        body: { ...what.value, write_id },
      }),
    ),
  )
  async function strike(ledger: Ledger, entry: string, reason = ''): Promise<boolean> {
    what.value = { write_id: '', ledger, entry, reason }
    return (await write.run()) !== null
  }
  return { strike, busy: write.busy, problem: write.problem }
}
