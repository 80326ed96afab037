import { answer, api, newWriteId } from '@/api/client'

/** Send one picture of a group, as it lies in the camera roll; the server takes out where and with what it was taken. */
export async function sendPhoto(
  path: { room_id: string; group_id: string },
  file: File,
  facts: { fish?: string; note?: string; loss?: string } = {},
  takenAt: string | null = null,
): Promise<void> {
  const body = new FormData()
  body.append('write_id', newWriteId())
  body.append('file', file)
  for (const [name, value] of Object.entries(facts)) if (value) body.append(name, value)
  // a camera roll knows when; a clock that runs ahead must not put it into the future
  body.append(
    'taken_at',
    takenAt ?? new Date(Math.min(file.lastModified || Date.now(), Date.now())).toISOString(),
  )
  await answer(
    api.POST('/api/rooms/{room_id}/groups/{group_id}/photos', {
      params: { path },
      body: body as never,
      bodySerializer: (b) => b as never,
    }),
  )
}
