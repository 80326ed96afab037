import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, onBeforeUnmount, ref, watch, type Ref } from 'vue'
import { answer, api, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/shared/session'

export interface DoseValues {
  active: string
  use: string
  strength: string
  ownKind: Schemas['OwnStrength']['kind']
  ownValue: string
  density: string
  target: string
  level_now: string
  minutes: string
  share: string
  expired: boolean
  biofilter: boolean
  teaspoon: string
  running: string[]
  lives: string[]
  in_water: string[]
  temperature: string
  oxygen: string
  alkalinity: string
  ph: string
  prescribed: boolean
  confirmed: boolean
  sure: boolean
  tools: string[]
}

const TOOLS = 'pennywort.tools'
/** The tools at hand, kept on this device: a shelf is a thing of one place. */
function remembered(): string[] {
  const kept = localStorage.getItem(TOOLS)
  return kept ? kept.split(',') : []
}
export const rememberTools = (tools: string[]) => localStorage.setItem(TOOLS, tools.join(','))

export const noDose = (): DoseValues => ({
  active: '',
  use: '',
  strength: '',
  ownKind: 'percent_w_v',
  ownValue: '',
  density: '',
  target: '',
  level_now: '',
  minutes: '',
  share: '',
  expired: false,
  biofilter: false,
  teaspoon: '',
  running: [],
  lives: [],
  in_water: [],
  temperature: '',
  oxygen: '',
  alkalinity: '',
  ph: '',
  prescribed: false,
  confirmed: false,
  sure: false,
  tools: remembered(),
})

/** The request for a dose; lists nobody touched are left to what the record knows of the tank. */
export function doseRequest(d: DoseValues, ofTank: boolean): Record<string, unknown> {
  const own = d.strength === 'own'
  return {
    kind: 'dose',
    use: d.use,
    strength: own ? '' : d.strength,
    own: own ? { kind: d.ownKind, value: d.ownValue, density: d.density } : null,
    target: d.target,
    level_now: d.level_now,
    minutes: d.minutes,
    share: d.share,
    expired: d.expired,
    biofilter: d.biofilter,
    teaspoon: d.teaspoon,
    running: d.running,
    lives: d.lives.length || !ofTank ? d.lives : null,
    in_water: d.in_water.length || !ofTank ? d.in_water : null,
    temperature: d.temperature,
    oxygen: d.oxygen,
    alkalinity: d.alkalinity,
    ph: d.ph,
    prescribed: d.prescribed,
    confirmed: d.confirmed,
    product_confirmed: d.sure,
    tools: d.tools.length ? d.tools : null,
  }
}

/** Asks the server a moment after the last key; keeps the last answer until the next is here. */
export function useMeasure(body: Ref<Record<string, unknown> | null>) {
  const session = useSession()
  const settled = ref(body.value)
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(
    body,
    () => {
      clearTimeout(timer)
      timer = setTimeout(() => (settled.value = body.value), 180)
    },
    { deep: true },
  )
  onBeforeUnmount(() => clearTimeout(timer))
  const query = useQuery({
    queryKey: ['measure', settled],
    queryFn: () =>
      answer(
        api.POST('/api/rooms/{room_id}/measure', {
          params: { path: session.inRoom() },
          body: settled.value as Schemas['DoseRequest'],
        }),
      ),
    enabled: computed(() => settled.value !== null),
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: 0,
  })
  const problem = computed(() => (settled.value ? (query.error.value as Problem | null) : null))
  return {
    told: computed(() => (settled.value && !problem.value ? (query.data.value ?? null) : null)),
    problem,
  }
}
