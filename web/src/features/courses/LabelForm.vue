<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api, type Problem } from '@/api/client'
import CountField from '@/shared/CountField.vue'
import FieldRow from '@/shared/FieldRow.vue'
import SelectField from '@/shared/SelectField.vue'
import TextField from '@/shared/TextField.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { useWrite } from '@/shared/useWrite'
import { asSent, isSaid, labelFields, type LabelText } from './labels'
import { useActives, useShelf } from '@/shared/queries'
import { LABEL_READINGS } from '@/shared/choices'

/** One product's label. `at` is its name in the request. */
const props = defineProps<{ problem: Problem | null; at: string }>()
const emit = defineEmits<{ remove: [] }>()
const session = useSession()
const label = defineModel<LabelText>('label', { required: true })
const { data: actives } = useActives()
const choices = computed(() => (actives.value ?? []).filter((a) => a.strengths.length))
const COUNTS: { value: LabelText['counts']; label: string; example: string }[] = [
  { value: 'volume', label: 'mL, teaspoons', example: '5 mL' },
  { value: 'drops', label: 'drops', example: '10 drops' },
  { value: 'mass', label: 'grams, mg', example: '2 g' },
  { value: 'pieces', label: 'packets, tablets', example: '1 packet' },
]
const PIECES = ['packet', 'tablet', 'capsule', 'capful', 'scoop', 'piece']
const { data: shelf } = useShelf()
const kept = computed(() =>
  (shelf.value?.labels ?? []).map((k) => ({ value: k.uid, label: k.label.product })),
)
const picked = ref('')
function take(uid: string) {
  picked.value = uid
  const from = shelf.value?.labels.find((k) => k.uid === uid)
  if (from) label.value = { ...label.value, ...from.label }
}
const keep = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/shelf/labels', {
      params: { path: session.inRoom() },
      body: { write_id, label: asSent(label.value) },
    }),
  ),
)
const isKept = ref('')
async function keepIt() {
  const sent = JSON.stringify(label.value)
  if (await keep.run()) isKept.value = sent
}
const example = computed(() => COUNTS.find((c) => c.value === label.value.counts)?.example ?? '')
</script>

<template>
  <fieldset>
    <legend class="block-head">What the bottle says</legend>
    <p class="small quiet">
      Read it twice: one label may give seven days for sick fish and three for new ones.
    </p>
    <SelectField
      v-if="kept.length"
      :model-value="picked"
      label="From your shelf"
      :options="kept"
      option-value="value"
      option-label="label"
      placeholder="type a new one"
      :data-testid="`${at}-shelf`"
      @update:model-value="take"
    />
    <TextField
      v-model="label.product"
      label="Product"
      :field="`${at}.product`"
      :problem="problem"
      hint="as you call it"
      maxlength="80"
    />
    <SelectField v-model="label.counts" label="It counts" :options="COUNTS" :data-testid="`${at}-counts`" />
    <SelectField v-if="label.counts === 'pieces'" v-model="label.piece" label="They are" :options="PIECES" />
    <TextField
      v-model="label.amount"
      figure
      label="This much"
      :field="`${at}.amount`"
      :problem="problem"
      :placeholder="example"
    />
    <TextField
      v-if="label.counts === 'drops'"
      v-model="label.drops_per_ml"
      figure
      label="Drops in a mL"
      :field="`${at}.drops_per_ml`"
      :problem="problem"
      placeholder="20"
      hint="count yours into a syringe"
    />
    <TextField
      v-if="label.counts === 'mass'"
      v-model="label.teaspoon"
      figure
      label="My level teaspoon"
      :field="`${at}.teaspoon`"
      :problem="problem"
      hint="g of this powder, if you weighed it"
    />
    <TextField
      v-model="label.per_volume"
      figure
      label="in every"
      :field="`${at}.per_volume`"
      :problem="problem"
      placeholder="10 gal"
    />
    <TextField
      v-model="label.every"
      figure
      label="every"
      :field="`${at}.every`"
      :problem="problem"
      placeholder="24 h"
    />
    <CountField
      v-model="label.days"
      label="for so many days"
      :field="`${at}.days`"
      :problem="problem"
      :max="60"
    />
    <CountField
      v-model="label.new_days"
      label="and for new fish"
      :field="`${at}.new_days`"
      :problem="problem"
      :max="60"
    />
    <SelectField
      v-if="label.new_days"
      v-model="label.reading"
      label="These are"
      :options="LABEL_READINGS"
      :data-testid="`${at}-reading`"
    />
    <TextField
      v-model="label.change"
      figure
      label="Then change"
      :field="`${at}.change`"
      :problem="problem"
      placeholder="25 %"
      hint="half, if it says nothing"
    />
    <CountField
      v-if="label.change"
      v-model="label.change_on_day"
      label="on day"
      :field="`${at}.change_on_day`"
      :problem="problem"
      :max="61"
    />
    <FieldRow
      v-slot="f"
      label="It holds"
      :field="`${at}.holds`"
      :problem="problem"
      hint="so far as it names them"
    >
      <MultiSelect
        v-model="label.holds"
        :options="choices"
        option-label="name"
        option-value="id"
        filter
        :max-selected-labels="3"
        :label-id="f.id"
        aria-label="What it holds"
        :data-testid="`${at}-holds`"
      />
    </FieldRow>
    <TextField
      v-model="label.paid"
      figure
      label="You paid"
      :field="`${at}.paid`"
      :problem="problem"
      hint="a plain number"
    />
    <TextField
      v-if="label.paid"
      v-model="label.paid_for"
      figure
      label="for"
      :field="`${at}.paid_for`"
      :problem="problem"
      :placeholder="example"
    />
    <div class="presses flex gap-4 min-h-11 items-center">
      <button
        v-if="isSaid(label)"
        type="button"
        class="link small"
        :disabled="keep.busy.value"
        :data-testid="`${at}-keep`"
        @click="keepIt"
      >
        {{ isKept === JSON.stringify(label) ? 'kept on the shelf' : 'keep this label on the shelf' }}
      </button>
      <button v-if="props.at !== 'label'" type="button" class="link small" @click="emit('remove')">
        without this one
      </button>
    </div>
    <ProblemNote :problem="keep.problem.value" :fields="labelFields('label')" />
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin: 0 0 16px;
}
legend {
  width: 100%;
}
</style>
