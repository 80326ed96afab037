<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, type Schemas } from '@/api/client'
import LinkButton from '@/shared/LinkButton.vue'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import FishCard from './FishCard.vue'
import { useRehearsal } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** The side of a rehearsed tank: its fish as they look now, what no other screen does, and time to be waited away. */
const session = useSession()
const router = useRouter()
const { data, error } = useRehearsal()
const params = () => ({ path: session.inRoom() })
const to = ref<Schemas['PlayedWaitIn']['to']>('hours')
const found = ref('')
const waiting = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/rehearsal/wait', { params: params(), body: { write_id, to: to.value } }),
  ),
)
async function wait(until: Schemas['PlayedWaitIn']['to']) {
  to.value = until
  const done = await waiting.run()
  // the clock of this fishroom has run on
  await session.read()
  found.value = done?.found ?? ''
}
const chosen = ref({ act: '', ends: false })
const acting = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/rehearsal/act', { params: params(), body: { write_id, ...chosen.value } }),
  ),
)
async function act(id: string, ends: boolean) {
  chosen.value = { act: id, ends }
  await acting.run()
}
const kit = ref<Schemas['PlayedKitIn']['kit']>('torch')
const looking = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/rehearsal/look', { params: params(), body: { write_id, kit: kit.value } }),
  ),
)
async function look(by: string) {
  kit.value = by as Schemas['PlayedKitIn']['kit']
  await looking.run()
}
const testing = useWrite((write_id) =>
  answer(api.POST('/api/rooms/{room_id}/rehearsal/test', { params: params(), body: { write_id } })),
)
const ending = useWrite((write_id) =>
  answer(api.POST('/api/rooms/{room_id}/rehearsal/end', { params: params(), body: { write_id } })),
)
const sure = ref(false)
async function end() {
  if (!sure.value) {
    sure.value = true
    return
  }
  if (await ending.run()) await router.push({ name: 'reveal' })
}
const problem = computed(
  () =>
    waiting.problem.value ??
    acting.problem.value ??
    looking.problem.value ??
    testing.problem.value ??
    ending.problem.value,
)
const once = computed(() => data.value?.acts.filter((a) => a.once) ?? [])
const kept = computed(() => data.value?.acts.filter((a) => !a.once) ?? [])
</script>

<template>
  <PageHead
    :title="data?.name ?? said.AT_THE_TANK"
    :sentence="data?.told ?? ''"
    :aside="data ? `${data.alive} alive` : ''"
  />
  <ProblemNote :problem="error" />
  <div
    v-if="data"
    class="grid grid-cols-[minmax(0,1fr)_380px] gap-8 narrow:grid-cols-[minmax(0,1fr)] narrow:gap-4.5"
  >
    <section aria-label="The fish">
      <ul
        v-if="data.fish.length"
        class="fish grid grid-cols-[repeat(auto-fill,minmax(200px,1fr))] gap-y-1 gap-x-4 narrow:grid-cols-[1fr_1fr]"
        data-testid="rehearsed-fish"
      >
        <FishCard v-for="f in data.fish" :key="f.number" :fish="f" />
      </ul>
      <p v-else>{{ texts.NO_FISH_IS_LEFT }}</p>
    </section>
    <section class="grid gap-2.5 content-start" :aria-label="texts.WHAT_CAN_BE_DONE">
      <ProblemNote :problem="problem" />
      <p v-if="found" class="text-brick font-650" role="status" data-testid="found-dead">{{ found }}</p>
      <h2 v-if="!data.ended" class="block-head text-14">Wait</h2>
      <p v-if="data.over && !data.ended">{{ texts.ITS_DAYS_ARE_OVER }}</p>
      <div v-else-if="!data.ended" class="presses">
        <Button
          label="6 hours"
          :disabled="waiting.busy.value"
          data-testid="wait-hours"
          @click="wait('hours')"
        />
        <Button
          label="A day"
          severity="secondary"
          :disabled="waiting.busy.value"
          data-testid="wait-day"
          @click="wait('day')"
        />
        <Button
          v-if="data.next_task"
          :label="`${data.next_task.hours} h, to: ${data.next_task.words}`"
          severity="secondary"
          :disabled="waiting.busy.value"
          data-testid="wait-task"
          @click="wait('task')"
        />
      </div>
      <h2 class="block-head text-14">
        <span>{{ texts.LOOK_AND_TEST }}</span><span class="small quiet"
          >thermometer {{ data.temperature }}</span
        >
      </h2>
      <div v-if="!data.ended" class="presses">
        <Button
          v-for="k in data.kits"
          :key="k.id"
          :label="k.words"
          severity="secondary"
          :disabled="k.open || looking.busy.value"
          :data-testid="`kit-${k.id}`"
          @click="look(k.id)"
        />
        <Button
          :label="texts.TEST_THE_WATER"
          severity="secondary"
          :disabled="testing.busy.value"
          data-testid="test-water"
          @click="testing.run()"
        />
      </div>
      <p v-if="data.water" class="small fig" data-testid="water-read">{{ data.water }}</p>
      <div class="presses">
        <LinkButton
          :to="{ name: 'look-at', params: { group: data.group } }"
          :label="texts.MARK_SIGNS_IN_LOOK"
        />
        <LinkButton :to="{ name: 'course-for', params: { group: data.group } }" label="Choose a course" />
        <LinkButton :to="{ name: 'today' }" :label="said.WHAT_IS_DUE" />
        <LinkButton :to="{ name: 'tank', params: { tank: data.tank } }" :label="texts.THE_TANK_ITS_CHANGES" />
      </div>
      <h2 v-if="!data.ended" class="block-head text-14">Do</h2>
      <div v-if="!data.ended" class="grid gap-1.5">
        <button
          v-for="a in kept"
          :key="a.id"
          type="button"
          class="act hover:bg-shade"
          :aria-pressed="a.kept_up"
          :disabled="acting.busy.value"
          :data-testid="`act-${a.id}`"
          @click="act(a.id, a.kept_up)"
        >
          {{ a.words }}
        </button>
        <button
          v-for="a in once"
          :key="a.id"
          type="button"
          class="act [border-style:dashed] hover:bg-shade"
          :disabled="acting.busy.value"
          :data-testid="`act-${a.id}`"
          @click="act(a.id, false)"
        >
          {{ a.words }}
        </button>
      </div>
      <p v-if="!data.ended" class="small quiet">
        {{ texts.PRESSED_IN_KEPT_UP }}
      </p>
      <template v-if="data.lines.length">
        <h2 class="block-head text-14">So far</h2>
        <ul class="small lines">
          <li v-for="(l, i) in data.lines" :key="i" class="py-0.5">
            <span class="quiet">{{ l.when }}</span> {{ l.words }}
          </li>
        </ul>
      </template>
      <div class="presses line-t-2-ink pt-3">
        <LinkButton v-if="data.ended" :to="{ name: 'reveal' }" :label="said.WHAT_IT_WAS" main />
        <Button
          v-else
          :label="sure ? texts.YES_END_IT_NOTHING : texts.END_IT_AND_SEE"
          :severity="sure ? 'danger' : data.over ? undefined : 'secondary'"
          :disabled="ending.busy.value"
          data-testid="end-rehearsal"
          @click="end"
        />
      </div>
    </section>
  </div>
</template>

<style scoped>
.presses {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.act {
  border: 1px solid var(--rule2);
  border-radius: 4px;
  background: var(--plate);
  color: var(--ink);
  font: 14px/20px var(--words);
  min-height: 36px;
  padding: 5px 10px;
  text-align: left;
  cursor: pointer;
}
.act[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--paper);
  font-weight: 650;
}
@media (max-width: 1000px) {
  .act,
  .presses :deep(.p-button) {
    min-height: 56px;
  }
}
</style>
