<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { answer, api } from '@/api/client'
import PageHead from '@/shared/PageHead.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import { useSession } from '@/shared/session'
import { keepDraft } from './draft'

/** All protocols of this fishroom: its own first, then the shipped ones to copy from. */
const session = useSession()
const router = useRouter()
const rows = useQuery({
  queryKey: ['protocols', () => session.room?.uid],
  queryFn: () => answer(api.GET('/api/rooms/{room_id}/protocols', { params: { path: session.inRoom() } })),
})
const WATER: Record<string, string> = {
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
  <PageHead
    title="Protocols"
    sentence="Courses as files. Copy one and make it yours; a course that runs keeps the version it was started by."
  />
  <ProblemNote :problem="rows.error.value" />
  <div class="tools">
    <InputText v-model="find" placeholder="find" aria-label="Find a protocol" />
    <Button label="Bring one in from a file" severity="secondary" @click="picked?.click()" />
    <input
      ref="picked"
      type="file"
      accept=".yaml,.yml,text/yaml,application/yaml"
      class="unseen"
      tabindex="-1"
      aria-label="A protocol as a file"
      data-testid="protocol-file"
      @change="bringIn"
    />
  </div>
  <section aria-label="Your own">
    <h2 class="block-head">Your own</h2>
    <p v-if="!own.length" class="quiet none">
      None yet. Open one of those below, change what you do otherwise, and keep it under its own name.
    </p>
    <ul v-else class="rows">
      <li v-for="p in own" :key="p.id" class="row" :data-testid="`own-${p.id}`">
        <span
          ><RouterLink :to="{ name: 'protocol', params: { protocol: p.id } }">{{ p.name }}</RouterLink
          ><span v-if="p.fault" class="small brick block">Can’t be started as it stands: {{ p.fault }}</span
          ><span v-else class="small quiet block">{{ p.school }}</span></span
        >
        <span class="small">{{ p.conditions.join(', ') }}</span>
        <span class="small quiet">{{ p.water.map((w) => WATER[w] ?? w).join(', ') }}</span>
        <span class="small quiet">{{ p.by }}</span>
      </li>
    </ul>
  </section>
  <section aria-label="Shipped">
    <h2 class="block-head">
      <span>Shipped</span><span class="small quiet">{{ shipped.length }}</span>
    </h2>
    <ul class="rows">
      <li v-for="p in shipped" :key="p.id" class="row">
        <span
          ><RouterLink :to="{ name: 'protocol', params: { protocol: p.id } }">{{ p.name }}</RouterLink
          ><span v-if="p.fault" class="small brick block">Can’t be started as it stands: {{ p.fault }}</span
          ><span v-else class="small quiet block">{{ p.school }}</span></span
        >
        <span class="small">{{ p.conditions.join(', ') }}</span>
        <span class="small quiet">{{ p.water.map((w) => WATER[w] ?? w).join(', ') }}</span>
        <span class="small quiet fig">{{ p.version }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-bottom: 20px;
}
section {
  margin-bottom: 28px;
  max-width: 1000px;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1.4fr) 110px 130px;
  gap: 4px 16px;
  padding: 8px 0;
  align-items: start;
}
.row a {
  display: inline-block;
  min-height: 24px;
}
.block {
  display: block;
}
.none {
  padding: 10px 0;
}
@media (max-width: 759px) {
  .row {
    grid-template-columns: minmax(0, 1fr);
  }
  .row a {
    min-height: 44px;
  }
}
</style>
