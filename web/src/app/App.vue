<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { RouterLink, RouterView, useRoute, useRouter } from 'vue-router'
import MedicinePatterns from '@/shared/MedicinePatterns.vue'
import { readAgain, startOutbox } from '@/shared/outbox'
import { useSession } from '@/shared/session'
import OutboxBar from './OutboxBar.vue'
import RailMark from './RailMark.vue'
import { SCREENS } from './screens'
import { useRail } from './queries'
import { useStale } from '@/shared/queries'
import * as texts from './words'

// what few pages show is no part of the first script
const CautionsDialog = defineAsyncComponent(() => import('./CautionsDialog.vue'))
const KeysDialog = defineAsyncComponent(() => import('./KeysDialog.vue'))
/** What a write moved elsewhere is told by it, and nobody writes before a page is there. */
const Toast = defineAsyncComponent(() => import('primevue/toast'))
const RehearsalBand = defineAsyncComponent(() => import('./RehearsalBand.vue'))

const session = useSession()
const stale = useStale()
// what waited in this browser is sent as soon as it can be, and the screens read anew
startOutbox(
  () => session.keeper,
  () => void stale.record(),
  session.makeSure,
)
watch(
  () => session.keeper?.username,
  () => void readAgain(),
)
// units and allergies are in every sentence, those of the reference too
watch(
  () => session.keeper && JSON.stringify({ ...session.keeper.preferences, night: null }),
  (now, was) => void (now && was && stale.everything()),
)
const route = useRoute()
const router = useRouter()
const keys = ref(false)

const screens = SCREENS

const rail = useRail()
const counts = computed<Record<string, number>>(() => ({
  today: rail.data.value?.due ?? 0,
  look: rail.data.value?.waiting ?? 0,
}))

function onKey(event: KeyboardEvent) {
  const target = event.target as HTMLElement
  if (event.ctrlKey || event.metaKey || event.altKey || !session.keeper) return
  if (
    target.closest(
      // a digit on a choice of a form is not a way out of it
      'input:not([type=checkbox]), textarea, select, [role=dialog], [role=radio], [contenteditable]',
    )
  )
    return
  const screen = screens.find((s) => s.key === event.key)
  if (screen) void router.push({ name: screen.name })
  else if (event.key === '?') keys.value = true
  else if (event.key === '/') {
    event.preventDefault()
    void router.push({ name: 'timeline', query: { find: '' } })
  } else if (event.key === 'n') void session.prefer({ night: !session.keeper.preferences.night })
}
onKeyStroke(onKey)

const inMore = computed(
  () => route.name === 'more' || screens.some((s) => !s.foot && s.name === route.meta.rail),
)
const ticks = Array.from({ length: 200 }, (_, i) => ({ y: i * 10 + 0.5, long: i % 4 === 1 }))
</script>

<template>
  <MedicinePatterns />
  <Toast v-if="session.keeper && route.name" position="bottom-center" />
  <template v-if="session.keeper && !route.meta.open">
    <a class="skip absolute -left-249.75" href="#main">{{ texts.TO_THE_PAGE }}</a>
    <nav
      class="rail fixed [inset:0_auto_0_0] w-28 overflow-hidden bg-paper phone:[inset:auto_0_0_0] phone:w-auto phone:h-16 phone:line-t-2-ink phone:z-10 print:hidden"
      :class="{ alone: route.meta.alone, rehearsed: session.room?.rehearsal }"
      aria-label="Screens"
    >
      <svg
        class="gauge absolute right-0 top-0 phone:hidden"
        width="14"
        height="2000"
        aria-hidden="true"
        focusable="false"
      >
        <path v-for="t in ticks" :key="t.y" :d="`M${t.long ? 6 : 9} ${t.y}H14`" />
        <path class="edge" d="M13.5 0V2000" />
      </svg>
      <RouterLink
        :to="{ name: 'today' }"
        class="house absolute left-5 top-4.5 no-underline text-12 leading-4 phone:hidden"
      >
        <RailMark class="text-ink" />
        <b data-word>Pennywort</b>
        <span class="quiet">{{ session.room?.name }}</span>
      </RouterLink>
      <ul>
        <li v-for="s in screens" :key="s.name" :class="{ wide: !s.foot }">
          <RouterLink
            class="flex justify-between h-10 leading-10 text-15 no-underline relative pr-5 phone:justify-center phone:h-15.5 phone:leading-4.5 phone:text-12 phone:p-0 phone:flex-col-reverse phone:items-center"
            :to="{ name: s.name }"
            :class="{ here: route.meta.rail === s.name }"
            :aria-current="route.meta.rail === s.name ? 'page' : undefined"
          >
            <span data-word>{{ s.label }}</span>
            <span v-if="counts[s.name]" class="fig count text-13 text-ink2"
              >{{ counts[s.name] }}<span class="unseen"> waiting</span></span
            >
          </RouterLink>
        </li>
        <li class="hidden phone:block">
          <RouterLink
            class="flex justify-between h-10 leading-10 text-15 no-underline relative pr-5 phone:justify-center phone:h-15.5 phone:leading-4.5 phone:text-12 phone:p-0 phone:flex-col-reverse phone:items-center"
            :to="{ name: 'more' }"
            :class="{ here: inMore }"
            :aria-current="route.name === 'more' ? 'page' : undefined"
            ><span data-word>More</span></RouterLink
          >
        </li>
      </ul>
      <div class="foot absolute left-5 bottom-4 text-12 leading-6 text-ink2 phone:hidden">
        <RouterLink :to="{ name: 'settings' }" :class="{ here: route.name === 'settings' }">{{
          session.keeper.display_name
        }}</RouterLink>
        <button type="button" @click="keys = true">Keys <kbd>?</kbd></button>
      </div>
    </nav>
    <main id="main" class="page" :class="{ alone: route.meta.alone }">
      <RehearsalBand v-if="session.room?.rehearsal" :key="session.room.uid" />
      <OutboxBar />
      <RouterView v-if="session.room" />
      <p v-else>{{ texts.YOU_BELONG_TO_NO }}</p>
    </main>
    <KeysDialog v-if="keys" v-model:visible="keys" :screens="screens" />
    <CautionsDialog v-if="!session.keeper.cautions_read" />
  </template>
  <RouterView v-else />
</template>

<style scoped>
.skip:focus {
  left: 8px;
  top: 8px;
  z-index: 20;
  background: var(--plate);
  padding: 8px 12px;
}
/* day's colours at the rail stand for a fishroom of one's own: the other way round, nothing here is */
.rehearsed {
  --paper: #15302b;
  --ink: #f5f4ee;
  --ink2: #b9c6bf;
  --rule2: #7c8a82;
  --leaf: #f5f4ee;
  color: var(--ink);
}
.night .rehearsed {
  --paper: #eef0e6;
  --ink: #0d1b18;
  --ink2: #475c56;
  --rule2: #7c8a82;
  --leaf: #0d1b18;
}
.gauge path {
  stroke: var(--rule2);
  fill: none;
}
.gauge .edge {
  stroke: var(--ink);
}
.house b {
  display: block;
  margin-top: 6px;
  font-size: 15px;
  line-height: 20px;
}
ul {
  position: absolute;
  left: 20px;
  right: 0;
  top: 116px;
}
li a:hover span:first-child {
  text-decoration: underline;
}
li a.here {
  font-weight: 700;
}
li a.here::after {
  content: '';
  position: absolute;
  right: 1px;
  top: 13px;
  border: 7px solid transparent;
  border-right: 13px solid var(--leaf);
  border-left: 0;
}
.here .count {
  color: var(--leaf);
}
.foot a,
.foot button {
  display: block;
  background: none;
  border: 0;
  padding: 0;
  color: inherit;
  cursor: pointer;
  text-align: left;
  text-decoration: none;
  min-height: 24px;
}
.foot a:hover,
.foot button:hover {
  text-decoration: underline;
}
.foot .here {
  font-weight: 700;
}
kbd {
  font: 600 11px/16px var(--figures);
  border: 1px solid var(--rule2);
  border-radius: 3px;
  padding: 0 4px;
  color: var(--ink);
}
@media (max-width: 759px) {
  .rail.alone {
    display: none;
  }
  ul {
    position: static;
    display: flex;
    height: 100%;
  }
  li {
    flex: 1;
  }
  li.wide {
    display: none;
  }
  li a.here::after {
    right: auto;
    left: 50%;
    top: -1px;
    margin-left: -8px;
    border: 8px solid transparent;
    border-top: 9px solid var(--leaf);
    border-bottom: 0;
  }
}
</style>
