<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Schemas } from '@/api/client'
import BreathTap from '@/shared/BreathTap.vue'
import EyePlate from './EyePlate.vue'
import * as texts from './words'

/** Breaths counted against a gill that moves at a known pace: how far off the count was. */
const props = defineProps<{ gills: Schemas['EyePlateOut'][] }>()
const place = ref(0)
const counted = ref<number | null>(null)
const shown = ref(false)
const gill = computed(() => props.gills[place.value % props.gills.length]!)
const off = computed(() => {
  const true_ = gill.value.breaths_per_min ?? 0
  const far = Math.abs((counted.value ?? 0) - true_)
  return { true_, far, share: Math.round((far / true_) * 100) }
})
watch(place, () => {
  counted.value = null
  shown.value = false
})
</script>

<template>
  <section class="one max-w-180 grid gap-2.5 justify-items-stretch" :aria-label="texts.COUNT_THE_BREATHS">
    <h2 class="text-20 leading-6.5">{{ texts.TAP_WITH_EACH_OPENING }}</h2>
    <EyePlate :key="place" :plate="gill" :label="texts.A_FISH_DRAWN_WHOSE" data-testid="gill-plate" />
    <BreathTap v-model="counted" />
    <Button
      v-if="!shown"
      :label="texts.HOW_FAR_OFF"
      :disabled="!counted"
      data-testid="gill-check"
      @click="shown = true"
    />
    <div v-else class="told grid gap-2 justify-items-start" role="status" data-testid="gill-told">
      <p>
        You counted <b class="fig">{{ counted }}</b>; it was <b class="fig">{{ off.true_ }}</b>:
        {{ off.far ? texts.aMinuteOrOff(off.far, off.share) : 'exactly' }}.
      </p>
      <p class="small quiet">
        {{ texts.WITHIN_A_TENTH_IS }}
      </p>
      <Button label="Another" data-testid="gill-next" @click="place++" />
    </div>
  </section>
</template>

<style scoped>
@media (max-width: 759px) {
  .one :deep(.p-button) {
    min-height: 56px;
  }
}
</style>
