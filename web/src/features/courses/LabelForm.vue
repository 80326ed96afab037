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
import * as said from '@/shared/words'
import * as texts from './words'

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
    <legend class="block-head">{{ texts.WHAT_THE_BOTTLE_SAYS }}</legend>
    <p class="small quiet">
      {{ texts.READ_IT_TWICE_ONE }}
    </p>
    <SelectField
      v-if="kept.length"
      :model-value="picked"
      :label="texts.FROM_YOUR_SHELF"
      :options="kept"
      option-value="value"
      option-label="label"
      :placeholder="texts.TYPE_A_NEW_ONE"
      :data-testid="`${at}-shelf`"
      @update:model-value="take"
    />
    <TextField
      v-model="label.product"
      label="Product"
      :field="`${at}.product`"
      :problem="problem"
      :hint="texts.AS_YOU_CALL_IT"
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
      :label="texts.DROPS_IN_A_ML"
      :field="`${at}.drops_per_ml`"
      :problem="problem"
      placeholder="20"
      :hint="texts.COUNT_YOURS_INTO_A"
    />
    <TextField
      v-if="label.counts === 'mass'"
      v-model="label.teaspoon"
      figure
      :label="said.MY_LEVEL_TEASPOON"
      :field="`${at}.teaspoon`"
      :problem="problem"
      :hint="texts.G_OF_THIS_POWDER"
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
      :label="texts.FOR_SO_MANY_DAYS"
      :field="`${at}.days`"
      :problem="problem"
      :max="60"
    />
    <CountField
      v-model="label.new_days"
      :label="texts.AND_FOR_NEW_FISH"
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
      :hint="texts.HALF_IF_IT_SAYS"
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
      :hint="texts.SO_FAR_AS_IT"
    >
      <MultiSelect
        v-model="label.holds"
        :options="choices"
        option-label="name"
        option-value="id"
        filter
        :max-selected-labels="3"
        :label-id="f.id"
        :aria-label="texts.WHAT_IT_HOLDS"
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
        {{ isKept === JSON.stringify(label) ? texts.KEPT_ON_THE_SHELF : texts.KEEP_THIS_LABEL_ON }}
      </button>
      <button v-if="props.at !== 'label'" type="button" class="link small" @click="emit('remove')">
        {{ texts.WITHOUT_THIS_ONE }}
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
