<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import type { Schemas } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { keepDraft } from './draft'
import { useProtocols } from './queries'
import * as texts from './words'

/** All protocols of this fishroom: its own first, then the shipped ones to copy from. */
const router = useRouter()
const rows = useProtocols()
const WATER: Record<Schemas['TankOut']['water_type'], string> = {
  freshwater_tropical: 'fresh',
  coldwater_pond: 'cold',
  brackish: 'brackish',
  marine: 'sea',
}
const find = ref('')
const shown = computed(() =>
  (rows.data.value ?? []).filter((p) =>
    `${p.name} ${p.school} ${p.conditions.join(' ')}`.toLowerCase().includes(find.value.trim().toLowerCase()),
  ),
)
const own = computed(() => shown.value.filter((p) => p.own))
const shipped = computed(() => shown.value.filter((p) => !p.own))
const picked = ref<HTMLInputElement | null>(null)
async function bringIn(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  keepDraft(await file.text())
  await router.push({ name: 'protocol', params: { protocol: 'new' } })
}
</script>

<template>
  <PageHead title="Protocols" :sentence="texts.COURSES_AS_FILES_COPY" />
  <ProblemNote :problem="rows.error.value" />
  <div class="tools flex flex-wrap gap-2 mb-5">
    <InputText v-model="find" placeholder="find" aria-label="Find a protocol" />
    <Button :label="texts.BRING_ONE_IN_FROM" severity="secondary" @click="picked?.click()" />
    <input
      ref="picked"
      type="file"
      accept=".yaml,.yml,text/yaml,application/yaml"
      class="unseen"
      tabindex="-1"
      :aria-label="texts.A_PROTOCOL_AS_A"
      data-testid="protocol-file"
      @change="bringIn"
    />
  </div>
  <section class="mb-7 max-w-250" aria-label="Your own">
    <h2 class="block-head">Your own</h2>
    <p v-if="!own.length" class="quiet py-2.5">
      {{ texts.NONE_YET_OPEN_ONE }}
    </p>
    <ul v-else class="rows">
      <li
        v-for="p in own"
        :key="p.id"
        class="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1.4fr)_110px_130px] gap-y-1 gap-x-4 py-2 items-start phone:grid-cols-[minmax(0,1fr)]"
        :data-testid="`own-${p.id}`"
      >
        <span
          ><RouterLink
            class="inline-block min-h-6 phone:min-h-11"
            :to="{ name: 'protocol', params: { protocol: p.id } }"
            >{{ p.name }}</RouterLink
          ><span v-if="p.fault" class="small brick block">{{ texts.cantBeStartedAs(p.fault) }}</span
          ><span v-else class="small quiet block">{{ p.school }}</span></span
        >
        <span class="small">{{ p.conditions.join(', ') }}</span>
        <span class="small quiet">{{ p.water.map((w) => WATER[w]).join(', ') }}</span>
        <span class="small quiet">{{ p.by }}</span>
      </li>
    </ul>
  </section>
  <section class="mb-7 max-w-250" aria-label="Shipped">
    <h2 class="block-head">
      <span>Shipped</span><span class="small quiet">{{ shipped.length }}</span>
    </h2>
    <ul class="rows">
      <li
        v-for="p in shipped"
        :key="p.id"
        class="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1.4fr)_110px_130px] gap-y-1 gap-x-4 py-2 items-start phone:grid-cols-[minmax(0,1fr)]"
      >
        <span
          ><RouterLink
            class="inline-block min-h-6 phone:min-h-11"
            :to="{ name: 'protocol', params: { protocol: p.id } }"
            >{{ p.name }}</RouterLink
          ><span v-if="p.fault" class="small brick block">{{ texts.cantBeStartedAs(p.fault) }}</span
          ><span v-else class="small quiet block">{{ p.school }}</span></span
        >
        <span class="small">{{ p.conditions.join(', ') }}</span>
        <span class="small quiet">{{ p.water.map((w) => WATER[w]).join(', ') }}</span>
        <span class="small quiet fig">{{ p.version }}</span>
      </li>
    </ul>
  </section>
</template>
