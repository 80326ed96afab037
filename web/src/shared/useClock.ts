import { nowDate } from './now'
import { useSession } from './session'
import type { Clock } from './when'

/** The fishroom's clock as it stands at each asking. */
export function useClock(): () => Clock {
  const session = useSession()
  return () => ({ zone: session.room?.time_zone ?? 'UTC', now: nowDate() })
}
