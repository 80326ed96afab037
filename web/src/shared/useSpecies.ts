import { computed, ref, watch, type Ref } from 'vue'
import { type Schemas } from '@/api/client'
import { useKinds } from '@/shared/queries'

type Kind = Schemas['SpeciesOut']

const names = (s: Kind) => [s.name, ...s.also, s.latin].map((n) => n.toLowerCase())

/** The fish that can be named: the built-in list and this fishroom's own, by any of their names. */
export function useSpecies(typed: Ref<string | Kind>, water: Ref<string>) {
  const list = useKinds()
  const offered = ref<Kind[]>([])
  const name = computed(() => (typeof typed.value === 'string' ? typed.value : typed.value.name))
  const known = computed(() =>
    list.data.value?.find((s) => names(s).includes(name.value.trim().toLowerCase())),
  )
  let sought = ''
  function offer(words: string) {
    sought = words
    const wanted = words.trim().toLowerCase()
    const fitting = (list.data.value ?? []).filter((s) => names(s).some((n) => n.includes(wanted)))
    offered.value = fitting.sort((a, b) => Number(b.water === water.value) - Number(a.water === water.value))
  }
  // who types faster than the list comes gets his names when it is here
  watch(
    () => list.data.value,
    () => sought && offer(sought),
  )
  return { name, known, offered, offer, here: computed(() => !!list.data.value) }
}
