<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import SheetLines from './SheetLines.vue'
import SheetPhotos from './SheetPhotos.vue'
import { useVetSheet } from './queries'
import * as said from '@/shared/words'
import * as texts from './words'

/** A case on one page for a veterinarian, to print or to send. */
const props = defineProps<{ caseId: string }>()
const session = useSession()
const path = computed(() => ({ ...session.inRoom(), case_id: props.caseId }))
const { data, error } = useVetSheet(() => props.caseId)
const print = () => window.print()
</script>

<template>
  <PageHead
    :title="data?.title ?? 'Vet sheet'"
    :aside="data ? `${data.fishroom}, ${data.printed_words}` : undefined"
  />
  <ProblemNote :problem="error" />
  <template v-if="data">
    <div class="presses in-row gap-3 mb-5 print:hidden">
      <Button label="Print" @click="print" />
      <a :href="`/api/rooms/${path.room_id}/cases/${caseId}/vet-sheet.pdf`" download data-testid="vet-pdf"
        >As PDF</a
      >
      <RouterLink :to="{ name: 'case', params: { case: caseId } }">The case</RouterLink>
    </div>
    <section aria-label="Fish" class="fish mb-4">
      <h2 class="block-head">Fish</h2>
      <p v-for="f in data.fish" :key="f" class="pt-1">{{ f }}</p>
    </section>
    <SheetLines :title="texts.SIGNS_BY_DAY" :lines="data.signs" />
    <SheetLines title="Losses" :lines="data.losses" />
    <SheetLines
      :title="`What was given${data.given_left_out ? texts.earlierNotShown(data.given_left_out) : ''}`"
      :lines="data.given"
    />
    <section v-if="data.in_water.length" :aria-label="said.IN_THE_WATER_NOW" class="fish mb-4">
      <h2 class="block-head">{{ said.IN_THE_WATER_NOW }}</h2>
      <p class="pt-1">{{ data.in_water.join(', ') }}</p>
    </section>
    <SheetLines title="Water" :lines="data.water" />
    <section v-if="data.ranked.length" aria-label="What fits" class="fish mb-4">
      <h2 class="block-head">{{ texts.WHAT_FITS_THE_LAST }}</h2>
      <p v-for="r in data.ranked" :key="r" class="pt-1">{{ r }}</p>
    </section>
    <SheetPhotos :photos="data.photos" />
    <p class="small quiet">{{ data.caution }}</p>
  </template>
</template>
