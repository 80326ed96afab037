<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { answer, api, type Schemas } from '@/api/client'
import CountField from '@/shared/CountField.vue'
import ProblemNote from '@/shared/ProblemNote.vue'
import SelectField from '@/shared/SelectField.vue'
import { useSession } from '@/shared/session'
import TextField from '@/shared/TextField.vue'
import { useWrite } from '@/shared/useWrite'
import { MADE_WITH } from '@/shared/choices'
import { useSalts } from '@/shared/queries'
import * as texts from './words'

/** Both waters side by side, as read now. A bath that dilutes, or is too cold or warm, goes no further. */
const props = defineProps<{ run: Schemas['RunOut'] }>()
const session = useSession()
const bathC = ref('')
const homeC = ref('')
const madeWith = ref<Schemas['BathIn']['made_with']>('own')
const bathSalt = ref('')
const homeSalt = ref('')
const bathTds = ref('')
const homeTds = ref('')
const turns = ref<number | null>(props.run.turns)
const { data: salts } = useSalts()
/** both waters hold what a meter or a hydrometer reads of them */
const dissolved = (sea: string, tds: string) =>
  Object.fromEntries(
    (salts.value ?? []).flatMap((s) =>
      s.of_the_sea ? [[s.id, sea]] : s.read_by === 'tds' ? [[s.id, tds]] : [],
    ),
  )
const write = useWrite((write_id) =>
  answer(
    api.POST('/api/rooms/{room_id}/baths/{bath_id}/match', {
      params: { path: { ...session.inRoom(), bath_id: props.run.uid } },
      body: {
        write_id,
        bath: {
          temperature: bathC.value,
          home_temperature: homeC.value,
          made_with: madeWith.value,
          water: dissolved(bathSalt.value, bathTds.value),
          home: dissolved(homeSalt.value, homeTds.value),
          turns: turns.value ?? 1,
        },
      },
    }),
  ),
)
const FIELDS = ['bath.temperature', 'bath.home_temperature', 'bath.home.tds', 'bath.water.tds']
const stopped = computed(() => write.problem.value?.kind === 'refused')
watch([bathC, homeC, madeWith, bathSalt, homeSalt, bathTds, homeTds, turns], () => write.forget())
</script>

<template>
  <form novalidate @submit.prevent="write.run()">
    <TextField
      v-model="bathC"
      figure
      label="Bath, temperature"
      field="bath.temperature"
      :problem="write.problem.value"
      inputmode="decimal"
    />
    <TextField
      v-model="homeC"
      figure
      label="Their tank"
      field="bath.home_temperature"
      :problem="write.problem.value"
      inputmode="decimal"
    />
    <SelectField v-model="madeWith" label="Made with" :options="MADE_WITH" data-testid="made-with" />
    <template v-if="madeWith !== 'own' && salts">
      <TextField
        v-model="bathTds"
        figure
        :label="texts.OTHER_WATER_TDS"
        field="bath.water.tds"
        :problem="write.problem.value"
        :hint="texts.OR_S_CM_OR"
        inputmode="decimal"
      />
      <TextField
        v-model="homeTds"
        figure
        :label="texts.THEIR_TANK_TDS"
        field="bath.home.tds"
        :problem="write.problem.value"
        inputmode="decimal"
      />
      <TextField
        v-model="bathSalt"
        figure
        :label="texts.OTHER_WATER_SEA_SALT"
        hint="g/kg or SG"
        inputmode="decimal"
      />
      <TextField v-model="homeSalt" figure :label="texts.THEIR_TANK_SEA_SALT" inputmode="decimal" />
    </template>
    <CountField v-model="turns" :label="texts.HOW_MANY_TURNS_OF" :max="20" />
    <p
      v-if="stopped"
      class="line-3-brick text-brick text-20 leading-6.25 font-600 py-3 px-3.5 rounded my-3"
      role="alert"
      data-testid="match-stopped"
    >
      {{ write.problem.value?.message }}
    </p>
    <ProblemNote v-else :problem="write.problem.value" :fields="FIELDS" />
    <Button
      type="submit"
      class="next w-full min-h-16 text-20 mt-3"
      label="They match"
      :loading="write.busy.value"
      data-testid="match"
    />
  </form>
</template>
