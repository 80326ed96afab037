<script setup lang="ts">
import { RouterLink } from 'vue-router'
import PageHead from '@/shared/PageHead.vue'
import { useSession } from '@/shared/session'
import { SCREENS } from './screens'
import * as texts from './words'

/** On a phone's foot there is room for five words: the other screens stand here. */
const session = useSession()
const others = SCREENS.filter((s) => !s.foot)
</script>

<template>
  <PageHead title="More" :sentence="session.room?.name" />
  <ul class="rows">
    <li v-for="s in others" :key="s.name">
      <RouterLink class="grid min-h-14 content-center no-underline" :to="{ name: s.name }"
        ><b>{{ s.label }}</b> <span class="quiet">{{ s.words }}</span></RouterLink
      >
    </li>
    <li>
      <RouterLink class="grid min-h-14 content-center no-underline" :to="{ name: 'settings' }"
        ><b>{{ session.keeper?.display_name }}</b>
        <span class="quiet">{{ texts.UNITS_NIGHT_PEOPLE }}</span></RouterLink
      >
    </li>
  </ul>
</template>
