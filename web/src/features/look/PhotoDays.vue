<script setup lang="ts">
import { computed, ref } from 'vue'
import { Problem, type Schemas } from '@/api/client'
import WhenField from '@/shared/WhenField.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { sendPhoto } from '@/shared/sendPhoto'
import { useStrike } from '@/shared/useStrike'
import { usePhotos } from './queries'
import { useStale } from '@/shared/queries'
import * as texts from './words'

/** Photos by day: taken or chosen here, and any two of them laid side by side. */
const props = defineProps<{ group: string; fish: string }>()
const session = useSession()
const stale = useStale()
const path = computed(() => ({ ...session.inRoom(), group_id: props.group }))
const { data, error } = usePhotos(() => props.group)
const photos = computed(() => (data.value ?? []).filter((p) => !props.fish || p.fish === props.fish))
const chosen = ref<string[]>([])
// without a choice the first and the newest stand side by side: that is the comparison most often wanted
const two = computed(() => {
  const picked = chosen.value.flatMap((id) => photos.value.filter((p) => p.uid === id))
  if (picked.length === 2)
    return [...picked].sort((a, b) => photos.value.indexOf(a) - photos.value.indexOf(b))
  return photos.value.length > 1 ? [photos.value[0]!, photos.value.at(-1)!] : photos.value
})
function choose(id: string) {
  chosen.value = chosen.value.includes(id)
    ? chosen.value.filter((c) => c !== id)
    : [...chosen.value, id].slice(-2)
}
const input = ref<HTMLInputElement | null>(null)
const note = ref('')
const at = ref<string | null>(null)
const takenAt = ref('')
const unread = ref(false)
const busy = ref(false)
const problem = ref<Problem | null>(null)
async function send() {
  const files = [...(input.value?.files ?? [])]
  busy.value = true
  problem.value = null
  try {
    for (const file of files) {
      await sendPhoto(path.value, file, { fish: props.fish, note: note.value }, at.value)
    }
    note.value = takenAt.value = ''
    chosen.value = []
  } catch (caught) {
    if (!(caught instanceof Problem)) throw caught
    problem.value = caught
  } finally {
    busy.value = false
    if (input.value) input.value.value = ''
    await stale.record()
  }
}
const removing = ref<Schemas['PhotoOut'] | null>(null)
const { strike, busy: striking, problem: strikeProblem } = useStrike()
async function remove() {
  if (removing.value && (await strike('photo', removing.value.uid))) removing.value = null
}
const alt = (p: Schemas['PhotoOut']) =>
  texts.photoOfDay(p.day, p.day_words, p.at_words, p.fish ? `, ${p.fish}` : '', p.note ? `: ${p.note}` : '')
</script>

<template>
  <section aria-label="Photos" class="photos mb-4.5" data-testid="photos">
    <div class="block-head">
      <h2>{{ texts.PHOTOS_DAY_BY_DAY }}</h2>
      <span class="small quiet">{{ texts.PLACE_AND_CAMERA_ARE }}</span>
    </div>
    <ProblemNote :problem="error" />
    <div
      v-if="two.length"
      class="two grid grid-cols-[1fr_1fr] gap-4 phone:grid-cols-[1fr_1fr] phone:gap-1.5"
      :class="{ one: two.length === 1 }"
    >
      <figure v-for="p in two" :key="p.uid">
        <img
          class="w-full h-auto max-h-95 object-contain bg-shade block"
          :src="p.full"
          :alt="alt(p)"
          :width="p.width"
          :height="p.height"
        />
        <figcaption>
          <b
            >Day <span class="fig">{{ p.day }}</span></b
          >
          <span class="small quiet"
            >{{ p.day_words }} {{ p.at_words }}, {{ p.by }}{{ p.fish ? `, ${p.fish}` : '' }}</span
          >
          <span v-if="p.note" class="small">{{ p.note }}</span>
          <button type="button" class="link small ml-auto" @click="removing = p">
            {{ texts.TAKE_IT_OUT }}
          </button>
        </figcaption>
      </figure>
    </div>
    <ul v-if="photos.length > 2" class="roll flex gap-2 overflow-x-auto py-2 px-0.5">
      <li v-for="p in photos" :key="p.uid">
        <button
          class="line-rule2 bg-plate rounded p-0.75 cursor-pointer text-ink"
          type="button"
          :aria-pressed="two.includes(p)"
          :aria-label="alt(p)"
          @click="choose(p.uid)"
        >
          <img class="w-23 h-17 object-cover block" :src="p.small" alt="" loading="lazy" />
          <span class="fig small">{{ p.day }}</span>
        </button>
      </li>
    </ul>
    <form class="add in-row gap-y-2 gap-x-3 pt-2" @submit.prevent>
      <InputText
        v-model="note"
        maxlength="200"
        :placeholder="texts.WHAT_IT_SHOWS"
        :aria-label="texts.WHAT_THE_PHOTO_SHOWS"
      />
      <WhenField
        v-model="at"
        v-model:text="takenAt"
        v-model:unread="unread"
        label="Taken"
        field="taken_at"
        :problem="problem"
        :hint="texts.AS_THE_FILE_SAYS"
      />
      <label
        class="file relative inline-flex items-center min-h-11 px-4.5 line-leaf text-leaf rounded font-650 cursor-pointer phone:min-h-14 phone:w-full phone:justify-center hover:bg-shade"
      >
        <input
          ref="input"
          class="absolute inset-0 op-0 w-full cursor-pointer"
          type="file"
          accept="image/*"
          multiple
          :disabled="busy || unread"
          data-testid="photo-file"
          @change="send"
        />
        <span>{{ busy ? 'Keeping it' : photos.length ? 'Add a photo' : texts.ADD_THE_FIRST_PHOTO }}</span>
      </label>
      <ProblemNote :problem="problem" :fields="['taken_at']" />
    </form>
    <Dialog
      v-if="removing"
      visible
      modal
      :header="texts.TAKE_THIS_PHOTO_OUT"
      @update:visible="removing = null"
    >
      <div class="ask grid gap-2.5 w-[min(420px,78vw)]">
        <p>{{ texts.itIsStruckOut(removing.day) }}</p>
        <ProblemNote :problem="strikeProblem" />
        <Button :label="texts.TAKE_IT_OUT_AGAIN" severity="danger" :loading="striking" @click="remove" />
      </div>
    </Dialog>
  </section>
</template>

<style scoped>
h2 {
  font-size: 14px;
}
.two.one {
  grid-template-columns: minmax(0, 50%);
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
  padding: 4px 0;
}
.roll button[aria-pressed='true'] {
  outline: 2px solid var(--leaf);
}
.file:has(input:focus-visible) {
  outline: 2px solid var(--water);
  outline-offset: 2px;
}
@media (max-width: 759px) {
  .two.one {
    gap: 6px;
    grid-template-columns: 1fr 1fr;
  }
  .add :deep(input.p-inputtext) {
    width: 100%;
    min-height: 48px;
  }
}
</style>
