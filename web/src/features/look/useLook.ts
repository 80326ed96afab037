import { watchDebounced } from '@vueuse/core'
import { computed, ref, watch, type Ref } from 'vue'
import { answer, api, type Problem, type Schemas } from '@/api/client'
import { useSession } from '@/shared/session'
import { useKept } from '@/shared/useKept'
import { useWrite } from '@/shared/useWrite'
import { NO_TEST, type TypedTest } from '@/shared/waterTest'
import { changedFrom, type Counts, type Signs, type Sizes } from './marks'
import { type Newcomer, useLookBoard, useWeighed } from './queries'

export type Mode = 'daily' | 'arrival'
export type Place = '' | 'bag' | 'tank'

export type Typed = TypedTest
export type KitBasis = Pick<Schemas['LookIn'], 'ammonia_as' | 'nitrite_as' | 'nitrate_as'>

/** Everything a look holds while it is made, the server's weighing of it, and the press that keeps it. */
export function useLook(group: Ref<string>, newcomer: Ref<Newcomer | null>) {
  const session = useSession()
  const path = computed(() => ({ ...session.inRoom(), group_id: group.value }))
  const mode = ref<Mode>('daily')
  const place = ref<Place>('tank')
  const fish = ref('')
  const signs = ref<Signs>({})
  const counts = ref<Counts>({})
  const sizes = ref<Sizes>({})
  const context = ref<string[]>([])
  const kin = ref('')
  const typed = ref<Typed>({ ...NO_TEST })
  const kit = ref<KitBasis>({})
  const note = ref('')
  /** when it was looked, where it is written down later, and as it was typed */
  const at = ref<string | null>(null)
  const seenAt = ref('')
  const carried = ref<Signs>({})
  const begun = ref('')
  const kept = useKept('look', {
    ...{ mode, place, fish, signs, counts, sizes, context, kin, typed, kit, note, carried, begun, seenAt },
  })

  const board = useLookBoard(group, fish, newcomer)

  const body = computed(() => ({
    signs: signs.value,
    counts: counts.value,
    sizes: sizes.value,
    context: context.value,
    kin: kin.value,
    fish: fish.value,
    ...typed.value,
    ...kit.value,
  }))
  const inBag = computed(() => mode.value === 'arrival' && place.value === 'bag')
  const settled = ref({ ...body.value, in_bag: false })
  const settle = () => (settled.value = { ...body.value, in_bag: inBag.value })

  function begin(from: Schemas['CarriedOut'] | undefined) {
    const takes = mode.value === 'daily' && from
    carried.value = takes ? { ...from.signs } : {}
    signs.value = { ...carried.value }
    counts.value = takes
      ? Object.fromEntries(
          Object.entries(from.counts).map(([s, [seen, of]]) => [s, { seen: seen!, of: of! }]),
        )
      : {}
    sizes.value = takes ? { ...from.sizes } : {}
    context.value = from ? [...from.context] : []
    kin.value = from?.kin ?? ''
  }
  // a board that comes again with the same marks (after a focus, a write elsewhere) must not wipe what was marked since
  watch(
    [() => board.data.value, mode, fish],
    () => {
      if (!board.data.value) return
      const which = `${group.value} ${fish.value} ${mode.value} ${newcomer.value?.water ?? ''}`
      if (which !== begun.value) {
        begun.value = which
        begin(board.data.value.carried)
        // what was carried over is weighed at once, not after a look at nothing
        settle()
      }
    },
    { immediate: true },
  )
  function startEmpty() {
    carried.value = {}
    signs.value = {}
    counts.value = {}
    sizes.value = {}
  }

  // the server weighs a moment after the last mark or key
  watchDebounced([body, inBag], settle, { debounce: 120, deep: true })
  const weigh = useWeighed(group, newcomer, settled, () => !!board.data.value)

  const write = useWrite((write_id) => {
    if (newcomer.value)
      return answer(
        api.POST('/api/rooms/{room_id}/inspections', {
          params: { path: session.inRoom() },
          body: { write_id, ...body.value, ...newcomer.value, note: note.value, happened_at: at.value },
        }),
      )
    return answer(
      api.POST('/api/rooms/{room_id}/groups/{group_id}/looks', {
        params: { path: path.value },
        body: {
          write_id,
          ...body.value,
          kind: mode.value,
          place: mode.value === 'arrival' ? place.value : '',
          carried: asBefore.value,
          note: note.value,
          happened_at: at.value,
        },
      }),
    )
  })
  watch([body, at], () => write.forget(), { deep: true })

  const changed = computed(() => changedFrom(carried.value, signs.value))
  const asBefore = computed(() =>
    Object.keys(carried.value).filter((s) => signs.value[s] === carried.value[s]),
  )
  const problem = computed(() => write.problem.value ?? (weigh.error.value as Problem | null))
  return {
    kept,
    board,
    weigh,
    weighed: computed(() => weigh.data.value ?? null),
    write,
    problem,
    mode,
    place,
    fish,
    signs,
    counts,
    sizes,
    context,
    kin,
    typed,
    kit,
    note,
    at,
    seenAt,
    carried,
    changed,
    asBefore,
    startEmpty,
  }
}
