<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { LOOK_KINDS, LOOK_PLACES } from '@/shared/choices'
import type { Mode, Place } from './useLook'
import * as texts from './words'

/** Which look this is: daily or on arrival, of all fish or of one, and what was taken over from the look before. */
const props = defineProps<{ board: Schemas['LookBoardOut']; changed: number; asBefore: number }>()
const mode = defineModel<Mode>('mode', { required: true })
const place = defineModel<Place>('place', { required: true })
const fish = defineModel<string>('fish', { required: true })
const emit = defineEmits<{ empty: [] }>()
const naming = ref(false)
const name = ref('')
const who = computed(() => [
  { value: '', label: `all ${props.board.fish_count}` },
  ...[...new Set([...props.board.fish_named, ...(fish.value ? [fish.value] : [])])].map((n) => ({
    value: n,
    label: n,
  })),
])
function give() {
  if (name.value.trim()) fish.value = name.value.trim()
  naming.value = false
  name.value = ''
}
</script>

<template>
  <div class="modes in-row gap-y-2 gap-x-4 mb-2.5">
    <SelectButton
      v-model="mode"
      :options="LOOK_KINDS"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      aria-label="Which look"
      data-testid="look-mode"
    />
    <SelectButton
      v-if="mode === 'arrival'"
      v-model="place"
      :options="LOOK_PLACES"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      aria-label="Where"
      data-testid="look-place"
    />
    <span class="in-row gap-y-1 gap-x-2">
      <SelectButton
        v-if="who.length > 1"
        v-model="fish"
        :options="who"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        aria-label="Which fish"
      />
      <form v-if="naming" class="in-row gap-y-1 gap-x-2" @submit.prevent="give">
        <label class="small quiet" for="one-fish">{{ texts.ONE_FISH_ITS_NAME }}</label>
        <InputText id="one-fish" v-model="name" maxlength="40" :placeholder="texts.THE_PALE_ONE" autofocus />
        <Button type="submit" severity="secondary" :label="texts.LOOK_AT_IT" />
      </form>
      <button
        v-else
        type="button"
        class="link py-0 px-0.5 min-h-7 text-ink phone:min-h-12"
        data-testid="one-fish"
        @click="naming = true"
      >
        {{
          who.length > 1
            ? 'another fish'
            : board.fish_count === 1
              ? texts.GIVE_THIS_FISH_A
              : texts.allFishLookAt(board.fish_count)
        }}
      </button>
    </span>
    <p
      v-if="mode === 'daily' && asBefore + changed && board.carried.words"
      class="carried small ml-auto phone:ml-0 phone:w-full"
    >
      <b class="fig">{{ asBefore }}</b> as {{ board.carried.words
      }}<template v-if="changed"
        >, <b class="fig leaf">{{ changed }}</b> changed</template
      >.
      <button
        type="button"
        class="link py-0 px-0.5 min-h-7 text-ink phone:min-h-12"
        data-testid="start-empty"
        @click="emit('empty')"
      >
        Start empty
      </button>
    </p>
  </div>
</template>

<style scoped>
@media (max-width: 759px) {
  .modes :deep(.p-togglebutton) {
    min-height: 48px;
  }
}
</style>
