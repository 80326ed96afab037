import { computed, ref } from 'vue'
import { type Schemas } from '@/api/client'
import { useBook, useLossWords } from './queries'

/** What is known of a loss, as the form holds it. */
export interface LossFacts {
  fish: string | null
  lastSeenWell: string | null
  signs: string[]
  causeId: string | null
  cause: string
  during: NonNullable<Schemas['LossIn']['during']> | null
  checked: NonNullable<Schemas['LossIn']['checked']>
}

export const LOSS_FIELDS = ['fish', 'last_seen_well_at', 'signs', 'cause_id', 'cause', 'during']

/** The facts of a loss among this group: the form's state, what it can be said with, and what is sent. */
export function useLossFacts(group: () => string) {
  const facts = ref<LossFacts>({
    fish: null,
    lastSeenWell: null,
    signs: [],
    causeId: null,
    cause: '',
    during: null,
    checked: [],
  })
  const words = useLossWords()
  const book = useBook(group)
  const names = computed(() => (book.data.value?.individuals ?? []).filter((i) => !i.gone).map((i) => i.name))
  const sent = () => ({
    fish: facts.value.fish ?? '',
    last_seen_well_at: facts.value.lastSeenWell,
    signs: facts.value.signs,
    cause_id: facts.value.causeId ?? '',
    cause: facts.value.cause,
    during: facts.value.during ?? ('' as const),
    checked: facts.value.checked,
  })
  return { facts, words: words.data, names, sent }
}
