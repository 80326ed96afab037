import { watch, type Ref } from 'vue'
import { newWriteId } from '@/api/client'

const PREFIX = 'pennywort-kept '
/** what was typed longer ago than this belongs to another evening */
const LASTS_MS = 6 * 3600_000

/** This page's place in the browser's history: the same when Back or a reload comes to it again, another on a fresh visit. */
function placeInHistory(): string {
  const state = (history.state ?? {}) as Record<string, unknown>
  if (typeof state['kept'] === 'string') return state['kept']
  const id = newWriteId()
  history.replaceState({ ...state, kept: id }, '')
  return id
}

/**
 * What is typed on this page, kept with its place in the history of this tab, so that Back and a reload bring it again.
 * Call it before anything watches the parts. `restored` says that they were filled again; `forget` once it is written.
 */
export function useKept(name: string, parts: Record<string, Ref>): { restored: boolean; forget: () => void } {
  const key = `${PREFIX}${placeInHistory()} ${name}`
  const restored = fill(key, parts)
  let off = false
  watch(
    () => JSON.stringify(Object.fromEntries(Object.entries(parts).map(([k, part]) => [k, part.value]))),
    (now) => {
      if (off) return
      try {
        sessionStorage.setItem(key, JSON.stringify({ at: Date.now(), parts: JSON.parse(now) }))
      } catch {
        // no room, or storage is refused: it is typed again
      }
    },
  )
  return {
    restored,
    forget: () => {
      off = true
      sessionStorage.removeItem(key)
    },
  }
}

function fill(key: string, parts: Record<string, Ref>): boolean {
  try {
    const kept = JSON.parse(sessionStorage.getItem(key) ?? 'null') as {
      at: number
      parts: Record<string, unknown>
    } | null
    if (!kept || Date.now() - kept.at > LASTS_MS) return false
    for (const [name, part] of Object.entries(parts)) if (name in kept.parts) part.value = kept.parts[name]
    return true
  } catch {
    return false
  }
}

/** Nothing of it is for who signs in next. */
export function forgetAll() {
  try {
    for (const key of Object.keys(sessionStorage)) if (key.startsWith(PREFIX)) sessionStorage.removeItem(key)
  } catch {
    // storage is refused: nothing was kept
  }
}
