<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import type { Schemas } from '@/api/client'
import { choices, type Said } from '@/shared/choices'
import { waiting, write, writePhoto } from '@/shared/outbox'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import BreathTap from '@/shared/BreathTap.vue'
import PickRow from './PickRow.vue'
import { READINGS } from '@/shared/waterTest'
import { useRound } from './queries'
import * as texts from './words'

/** The daily round, a tank a screen. What is written waits in the phone where there is no connection. */
const session = useSession()
const route = useRoute()
const router = useRouter()
const query = useRound()
const tanks = computed(() => query.data.value?.tanks ?? [])
const place = computed(() => Math.min(Number(route.query['tank'] ?? 1) || 1, Math.max(1, tanks.value.length)))
const tank = computed(() => tanks.value[place.value - 1] ?? null)
/** walked, too, is what was seen at it and waits to be sent */
const walked = computed(
  () =>
    tanks.value.filter((t) => {
      const here = [`/tanks/${t.uid}/`, ...t.fish.map((f) => `/groups/${f.uid}/`)]
      return t.walked || waiting.value.some((w) => here.some((part) => w.path.includes(part)))
    }).length,
)

interface Seen {
  appetite: string
  breaths: number | null
  compared: string
  fed: string
  lost: number
  photos: File[]
}
const seen = ref<Record<string, Seen>>({})
const temperature = ref('')
/** what else is read at the tank; opened by a press, for most days it is the thermometer alone */
const AT_ROUND = READINGS.filter((r) => r.at_round)
const MORE = AT_ROUND.map((r) => ({
  id: r.id,
  label: r.hint ? `${r.label} (${r.hint})` : r.label,
}))
const MORE_WORDS = AT_ROUND.map((r) => r.name).join(', ')
const tests = ref<Record<string, string>>({})
const more = ref(false)
watch(
  () => tank.value?.uid,
  () => {
    forget()
  },
)
function forget() {
  seen.value = {}
  temperature.value = ''
  tests.value = {}
  more.value = false
}
function picture(uid: string, event: Event) {
  const input = event.target as HTMLInputElement
  of(uid).photos.push(...(input.files ?? []))
  input.value = ''
}
function of(uid: string): Seen {
  return (seen.value[uid] ??= { appetite: '', breaths: null, compared: '', fed: '', lost: 0, photos: [] })
}
type Told = Schemas['ObservationIn']
const EATING = choices<Said<Told['appetite']>>({ all: 'eats', less: 'eats less', none: 'refuses' })
const FED = choices<Said<Told['fed']>>({ usual: 'fed', little: 'fed little', none: 'not fed' })
const COMPARED = choices<Said<Told['compared']>>({ same: 'as yesterday', changed: 'changed' })
const room = computed(() => `/api/rooms/${session.room?.uid ?? ''}`)
const busy = ref(false)
const anything = computed(
  () =>
    !!temperature.value.trim() ||
    Object.values(tests.value).some((t) => t.trim()) ||
    Object.values(seen.value).some(
      (s) => s.appetite || s.breaths || s.compared || s.fed || s.lost || s.photos.length,
    ),
)
async function next() {
  const here = tank.value
  if (!here) return
  busy.value = true
  for (const fish of here.fish) {
    const s = seen.value[fish.uid]
    if (s && (s.appetite || s.breaths || s.compared || s.fed))
      await write(
        `${room.value}/groups/${fish.uid}/observations`,
        { appetite: s.appetite, breaths_per_min: s.breaths, compared: s.compared, fed: s.fed },
        `${here.name}: ${fish.words} seen`,
      )
    if (s?.lost)
      await write(
        `${room.value}/groups/${fish.uid}/losses`,
        { count: s.lost },
        `${here.name}: ${s.lost} lost`,
      )
    for (const photo of s?.photos ?? [])
      await writePhoto(`${room.value}/groups/${fish.uid}/photos`, photo, `${here.name}: a picture`)
  }
  const read = Object.entries({ temperature: temperature.value, ...tests.value }).filter(([, v]) => v.trim())
  if (read.length)
    await write(
      `${room.value}/tanks/${here.uid}/readings`,
      Object.fromEntries(read),
      `${here.name}: ${read.map(([name, v]) => `${name} ${v}`).join(', ')}`,
    )
  busy.value = false
  forget()
  if (!waiting.value.length) void query.refetch()
  await router.replace({ query: { tank: String(place.value + 1) } })
}
const finished = computed(
  () => tanks.value.length > 0 && Number(route.query['tank'] ?? 1) > tanks.value.length,
)
</script>

<template>
  <PageHead
    title="Round"
    :sentence="tanks.length ? texts.ofTanksWalkedToday(walked, tanks.length) : texts.NO_FISH_ARE_IN"
  />
  <ProblemNote :problem="query.error.value" />
  <section v-if="finished" class="one max-w-115 grid gap-3.5" data-testid="round-done">
    <p class="say text-28 leading-8.5 font-600">
      {{ texts.theRoundIsDone(waiting.length) }}
    </p>
    <RouterLink :to="{ query: { tank: '1' } }">{{ texts.FROM_THE_FIRST_TANK }}</RouterLink>
    <RouterLink :to="{ name: 'today' }">To Today</RouterLink>
  </section>
  <section v-else-if="tank" :key="tank.uid" class="one max-w-115 grid gap-3.5" :aria-label="tank.name">
    <div class="flex justify-between items-baseline">
      <h2 class="text-28 leading-8.5">
        <span class="fig text-14 font-400 text-ink2 pr-2">{{ tank.code }}</span>{{ tank.name }}
      </h2>
      <span class="fig">{{ place }} of {{ tanks.length }}</span>
    </div>
    <p v-if="tank.why" class="small tannin" data-testid="round-why">{{ texts.washHandsAfterIt(tank.why) }}</p>
    <ul v-if="tank.due.length" class="rows due">
      <li v-for="d in tank.due" :key="d.task" class="py-1.5">
        <span class="fig">{{ d.at_words }}</span> {{ d.title
        }}<b v-if="d.amount" class="fig pl-2">{{ d.amount }}</b>
      </li>
      <li class="py-1.5">
        <RouterLink :to="{ name: 'today' }">{{ texts.RECORD_THESE_ON_TODAY }}</RouterLink>
      </li>
    </ul>
    <div class="all grid gap-y-3.5 gap-x-9">
      <div
        v-for="f in tank.fish"
        :key="f.uid"
        class="fish line-t-2-ink pt-1.5 grid gap-2"
        :data-testid="`fish-${f.uid}`"
      >
        <h3 class="text-16 flex justify-between gap-3">
          {{ f.words }}<span v-if="f.seen_today" class="small leaf font-400">seen by {{ f.seen_today }}</span>
        </h3>
        <p v-if="f.last_words || f.breaths" class="small quiet">
          last: {{ [f.last_words, f.breaths].filter(Boolean).join(', ') }}
        </p>
        <PickRow v-model="of(f.uid).appetite" label="Eating" :options="EATING" />
        <BreathTap v-model="of(f.uid).breaths" />
        <PickRow v-model="of(f.uid).compared" label="Beside yesterday" :options="COMPARED" />
        <PickRow v-model="of(f.uid).fed" label="Fed" :options="FED" />
        <label
          class="pick camera grid place-items-center disabled:op-45 disabled:cursor-default"
          :data-testid="`camera-${f.uid}`"
          >{{
            of(f.uid).photos.length
              ? `${of(f.uid).photos.length} ${of(f.uid).photos.length === 1 ? 'picture' : 'pictures'}, one more`
              : 'Picture'
          }}<input
            type="file"
            accept="image/*"
            capture="environment"
            class="unseen"
            :aria-label="`Picture of ${f.words}`"
            @change="picture(f.uid, $event)"
        /></label>
        <div class="loss grid grid-cols-[48px_56px_40px_56px_1fr] items-center text-center gap-1.5">
          <span class="text-left">lost</span>
          <button
            type="button"
            class="pick disabled:op-45 disabled:cursor-default"
            aria-label="one less"
            :disabled="!of(f.uid).lost"
            @click="of(f.uid).lost--"
          >
            −
          </button>
          <b class="fig text-20">{{ of(f.uid).lost }}</b>
          <button
            type="button"
            class="pick disabled:op-45 disabled:cursor-default"
            :aria-label="texts.ONE_MORE_LOST"
            :disabled="of(f.uid).lost >= f.left"
            @click="of(f.uid).lost++"
          >
            +
          </button>
          <RouterLink
            v-if="of(f.uid).compared === 'changed'"
            :to="{ name: 'look-at', params: { group: f.uid } }"
            >look closer</RouterLink
          >
        </div>
      </div>
    </div>
    <label class="warm apart gap-3 line-t-2-ink pt-2.5"
      ><span
        >Temperature<span v-if="tank.temperature" class="small quiet">
          last {{ tank.temperature }}</span
        ></span
      >
      <InputText v-model="temperature" inputmode="decimal" class="fig" data-testid="round-temperature" />
    </label>
    <template v-if="more">
      <label v-for="m in MORE" :key="m.id" class="warm line-t-2-ink apart gap-3 pt-2.5"
        ><span>{{ m.label }}</span>
        <InputText v-model="tests[m.id]" inputmode="decimal" class="fig" :data-testid="`round-${m.id}`" />
      </label>
    </template>
    <button v-else type="button" class="more" data-testid="round-more" @click="more = true">
      {{ MORE_WORDS }}
    </button>
    <div class="foot flex gap-4 items-center">
      <RouterLink v-if="place > 1" :to="{ query: { tank: String(place - 1) } }">back</RouterLink>
      <Button
        :label="anything ? texts.WRITE_IT_DOWN_NEXT : 'Next tank'"
        :severity="anything ? undefined : 'secondary'"
        :loading="busy"
        class="next flex-1 min-h-16 text-16"
        data-testid="round-next"
        @click="next"
      />
    </div>
  </section>
</template>

<style scoped>
@media (min-width: 1000px) {
  .one:has(.fish + .fish) {
    max-width: 960px;
  }
  .all:has(.fish + .fish) {
    grid-template-columns: 1fr 1fr;
  }
}
.pick {
  min-height: 56px;
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  background: var(--plate);
  color: var(--ink);
  font: 650 16px/20px var(--words);
  cursor: pointer;
}
.camera:focus-within {
  outline: 2px solid var(--water);
  outline-offset: 2px;
}
.warm :deep(input) {
  width: 120px;
  min-height: 56px;
  font-size: 20px;
}
</style>
