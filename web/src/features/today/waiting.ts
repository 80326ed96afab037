import type { Schemas } from '@/api/client'
import { waiting } from '@/shared/outbox'
import type { Waits } from '@/shared/useWrite'

type Due = Schemas['DueOut']

/** An entry of what is due as it waits where there is no connection. */
export function waitsFor(
  room: { room_id: string },
  due: Due,
  what: 'dose' | 'done' | 'leave-out' | 'warmth' | 'salinity',
  body: Record<string, unknown>,
  words: string,
): Waits {
  return {
    path: `/api/rooms/${room.room_id}/tasks/${due.task}/${what}`,
    body,
    words: `${due.tank_name}, ${due.what}: ${words}`,
  }
}

/** Whether something that does this task waits already. */
export function isKept(due: Due): boolean {
  return waiting.value.some((w) => w.path.includes(`/tasks/${due.task}/`) || w.body['task'] === due.task)
}
