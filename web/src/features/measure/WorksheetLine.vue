<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import * as texts from './words'

/** One line of the worksheet: what is asked, what to take, and below it with which tool or why not. */
const props = defineProps<{
  told: Schemas['RowOut'] | null
  number: number
  where: { value: string; label: string }[]
  uses: { value: string; label: string }[]
  usual: string
  net: string
}>()
const emit = defineEmits<{ remove: [] }>()
const line = defineModel<Record<string, string>>({ required: true })
const told = computed(() => props.told?.answer ?? null)
const amount = computed(() => told.value?.amounts[0] ?? null)
const figure = computed(() => {
  if (amount.value) return `${amount.value.big.figure} ${amount.value.big.unit}`
  const first = told.value?.verdict === 'figures' ? told.value.figures[0] : null
  return first ? `${first.figure} ${first.unit}` : '–'
})
const tool = computed(() => {
  const best = amount.value?.tools[0]
  return amount.value?.words || (best?.usable ? `${best.name}: ${best.words}` : '')
})
const words = computed(() => [told.value?.words, ...(told.value?.confirm ?? [])].filter(Boolean).join(' '))
function set(name: string, value?: string | null) {
  line.value = { ...line.value, [name]: value ?? '' }
}
</script>

<template>
  <tbody>
    <tr>
      <td>
        <span v-if="line['place']" class="small quiet">{{ line['place'] }}</span>
        <Select
          :model-value="line['tank']"
          :options="where"
          option-label="label"
          option-value="value"
          placeholder="tank"
          class="tank w-37.5"
          :aria-label="`Tank, line ${number}`"
          :data-testid="`tank-${number}`"
          @update:model-value="set('tank', $event)"
        />
      </td>
      <td>
        <InputText
          :model-value="line['volume']"
          class="fig w-23"
          :aria-label="`Water, line ${number}`"
          :placeholder="net"
          :disabled="!!line['tank']"
          :data-testid="`volume-${number}`"
          @update:model-value="set('volume', $event)"
        />
      </td>
      <td v-if="line['kind'] && line['kind'] !== 'dose'" colspan="3" class="quiet">
        {{ told?.title ?? line['kind'] }}
      </td>
      <template v-else>
        <td>
          <Select
            :model-value="line['use']"
            :options="uses"
            option-label="label"
            option-value="value"
            filter
            class="use w-75 narrow:w-[min(300px,80vw)]"
            :aria-label="`Medicine, line ${number}`"
            placeholder="choose"
            :data-testid="`use-${number}`"
            @update:model-value="set('use', $event)"
          />
        </td>
        <td>
          <InputText
            :model-value="line['target']"
            class="fig target w-23"
            :aria-label="texts.bringItToLine(number)"
            :placeholder="usual || 'to'"
            @update:model-value="set('target', $event)"
          />
        </td>
        <td>
          <Checkbox
            :model-value="line['confirmed'] === 'yes'"
            binary
            :aria-label="texts.allThatIsAsked(number)"
            @update:model-value="set('confirmed', $event ? 'yes' : '')"
          />
        </td>
      </template>
      <td class="fig text-right whitespace-nowrap">
        <b class="big text-20">{{ told ? figure : '–' }}</b>
      </td>
      <td class="fig text-right whitespace-nowrap">
        {{ amount?.reaches?.figure }} {{ amount?.reaches?.unit }}
      </td>
      <td class="text-right whitespace-nowrap">
        <Button
          severity="secondary"
          label="×"
          :aria-label="`Remove line ${number}`"
          @click="emit('remove')"
        />
      </td>
    </tr>
    <tr v-if="props.told">
      <td colspan="8" class="small px-0 pt-0 pb-1.5">
        <span v-if="props.told.problem" class="brick"
          >{{ props.told.problem.field }}: {{ props.told.problem.detail }}</span
        >
        <template v-else>
          <span v-if="tool">{{ tool }}. </span>
          <span v-if="words" :class="told?.verdict === 'never' ? 'brick' : 'tannin'">{{ words }}</span>
        </template>
      </td>
    </tr>
  </tbody>
</template>

<style scoped>
td {
  text-align: left;
  padding: 6px 10px 2px 0;
  vertical-align: middle;
}
tbody {
  border-bottom: 1px solid var(--rule);
}
@media (max-width: 999px) {
  tbody,
  tr {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 10px;
    align-items: center;
  }
  tbody {
    padding: 10px 0;
  }
  tr {
    width: 100%;
  }
  td {
    padding: 0;
  }
}
</style>
