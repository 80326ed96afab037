<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import SignMark from '@/shared/SignMark.vue'
import { placeAnswer, type Signs } from './marks'
import FishPlate from './FishPlate.vue'
import PlateDrawing from './PlateDrawing.vue'
import { places, PLAN, SIDE } from './places'
import * as texts from './words'

const props = defineProps<{ regions: Schemas['RegionOut'][]; signs: Signs; list: string; shape: string }>()
const lie = ref<Schemas['PlateOut']['places']>({})
/** What was marked as seen, as the plate draws it. */
const drawn = computed(() =>
  props.regions.flatMap((r) =>
    r.signs.filter((s) => s.drawn && props.signs[s.id] === true).map((s) => s.drawn),
  ),
)
/** How many signs were seen in a place, beside its name. */
const seenIn = (region: Schemas['RegionOut']) =>
  region.signs.filter((s) => props.signs[s.id] === true && !s.good).length
const picked = defineModel<string>('picked', { required: true })
/** Whether the plate shows what was seen there: then no hatching lies over it. */
const isDrawn = (region: Schemas['RegionOut']) =>
  region.signs.some((s) => s.drawn && props.signs[s.id] === true)
/** The outline of a place on this fish, and the point on the plan that its label leads to. */
function at(place: string): { outline: string; point: [number, number] | null } {
  const found = lie.value[place]
  if (!found) return { outline: '', point: null }
  const [x, y] = found.point as [number, number]
  return { outline: found.outline, point: [onPlan(x, SIDE.left, SIDE.x), onPlan(y, SIDE.top, SIDE.y)] }
}
const onPlan = (value: number, start: number, origin: number) => start + (value - origin) * SIDE.scale
const shown = computed(() =>
  places.flatMap((place) => {
    const region = props.regions.find((r) => r.id === place.id)
    return region
      ? [
          {
            ...place,
            ...at(place.id),
            region,
            answer: placeAnswer(props.signs, region),
            seen: seenIn(region),
          },
        ]
      : []
  }),
)
const WORDS = { seen: 'seen', absent: 'not there', unknown: texts.NOT_LOOKED_AT }
const percent = (part: number, whole: number) => `${(part / whole) * 100}%`
const side = {
  left: percent(SIDE.left, PLAN.width),
  top: percent(SIDE.top, PLAN.height),
  width: percent(SIDE.width * SIDE.scale, PLAN.width),
  height: percent(SIDE.height * SIDE.scale, PLAN.height),
}
const toPlan = `translate(${SIDE.left} ${SIDE.top}) scale(${SIDE.scale}) translate(${-SIDE.x} ${-SIDE.y})`
</script>

<template>
  <div class="plan" :class="{ listed: picked === list }">
    <button
      type="button"
      class="all hover:bg-shade"
      :aria-pressed="picked === list"
      data-testid="place-list"
      @click="picked = list"
    >
      {{ texts.THE_SHORT_LIST }}
    </button>
    <button
      type="button"
      class="all pick hidden hover:bg-shade"
      :aria-pressed="picked !== list"
      data-testid="place-pick"
      @click="picked = picked === list ? (shown[0]?.id ?? list) : picked"
    >
      {{ texts.PLACE_BY_PLACE }}
    </button>
    <div
      class="board relative [aspect-ratio:580_/_394] bg-plate line-ink phone:[aspect-ratio:auto] phone:line-b-none phone:grid phone:grid-cols-[1fr_1fr] phone:pt-48% phone:col-span-full phone:mt-2"
    >
      <FishPlate :shape="shape" :drawn="drawn" class="side" :style="side" @places="lie = $event" />
      <div
        v-for="p in shown.filter((s) => s.inset)"
        :key="`i${p.id}`"
        class="inset"
        :class="{ picked: picked === p.id }"
        :style="{
          left: percent(p.inset!.x, PLAN.width),
          width: percent(p.inset!.width, PLAN.width),
        }"
        @click="picked = p.id"
      >
        <PlateDrawing :name="p.inset!.drawing" />
      </div>
      <svg class="over" :viewBox="`0 0 ${PLAN.width} ${PLAN.height}`" aria-hidden="true" focusable="false">
        <g :transform="toPlan">
          <template v-for="p in shown" :key="p.id">
            <path
              v-if="p.outline"
              :d="p.outline"
              class="place"
              :class="[p.answer, { picked: picked === p.id, drawn: isDrawn(p.region) }]"
              @click="picked = p.id"
            />
          </template>
        </g>
        <template v-for="p in shown" :key="`l${p.id}`">
          <g v-if="p.point" class="leader">
            <path class="halo" :d="`M${p.label[0] + 30} ${p.label[1]}L${p.point[0]} ${p.point[1]}`" />
            <path :d="`M${p.label[0] + 30} ${p.label[1]}L${p.point[0]} ${p.point[1]}`" />
            <circle :cx="p.point[0]" :cy="p.point[1]" r="2" />
          </g>
        </template>
      </svg>
      <button
        v-for="p in shown"
        :key="`b${p.id}`"
        type="button"
        class="label"
        :class="{ picked: picked === p.id }"
        :style="{ left: percent(p.label[0], PLAN.width), top: percent(p.label[1], PLAN.height) }"
        :aria-pressed="picked === p.id"
        :data-testid="`place-${p.id}`"
        @click="picked = p.id"
      >
        <SignMark :state="p.answer" :size="15" /><span
          >{{ p.region.name }}<span v-if="p.seen > 1" class="fig font-700 ml-1.25"> {{ p.seen }}</span
          ><span class="unseen">, {{ WORDS[p.answer] }}</span></span
        >
      </button>
    </div>
  </div>
</template>

<style scoped>
.plan {
  position: relative;
}
.all {
  position: absolute;
  z-index: 1;
  left: 8px;
  top: 62%;
  border: 1px solid var(--rule2);
  border-radius: 4px;
  background: var(--plate);
  color: var(--ink);
  font-size: 12.5px;
  min-height: 26px;
  padding: 0 8px;
  cursor: pointer;
}
.all[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--paper);
}
.side {
  position: absolute;
}
.over {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
.place {
  fill: transparent;
  stroke: none;
  pointer-events: all;
  cursor: pointer;
}
.place.seen {
  fill: url(#p-seen);
  opacity: 0.55;
}
.place.seen.drawn {
  fill: transparent;
}
.place:hover {
  stroke: var(--leaf);
  stroke-width: 1.5;
}
.place.picked {
  stroke: var(--leaf);
  stroke-width: 2.2;
  opacity: 1;
}
.place.picked:not(.seen) {
  fill: url(#p-pick);
  fill-opacity: 0.5;
}
.leader path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.8;
}
.leader .halo {
  stroke: var(--plate);
  stroke-width: 3;
}
.leader circle {
  fill: var(--ink);
}
.inset {
  position: absolute;
  top: 73.2%;
  height: 20%;
  border: 1px solid var(--ink);
  cursor: pointer;
  overflow: hidden;
}
.inset.picked {
  outline: 2px solid var(--leaf);
}
.inset :deep(.drawing) {
  height: 100%;
}
.label {
  position: absolute;
  transform: translateY(-50%);
  display: flex;
  align-items: center;
  gap: 3px;
  background: var(--plate);
  border: 0;
  border-radius: 3px;
  padding: 2px 4px 2px 0;
  min-height: 24px;
  font-size: 12.5px;
  line-height: 16px;
  color: var(--ink);
  cursor: pointer;
  white-space: nowrap;
}
.label:hover {
  text-decoration: underline;
}
.label.picked {
  font-weight: 700;
}
@media (max-width: 759px) {
  .side {
    height: auto !important;
    aspect-ratio: 648 / 346;
    top: 4px !important;
    left: 4% !important;
    width: 92% !important;
  }
  .over,
  .inset {
    display: none;
  }
  .plan {
    display: grid;
    grid-template-columns: 1fr 1fr;
  }
  .all {
    position: static;
    display: block;
    min-height: 56px;
    font-size: 15px;
    border-color: var(--ink);
    border-radius: 4px 0 0 4px;
  }
  .pick {
    border-radius: 0 4px 4px 0;
    border-left: 0;
  }
  .listed .board {
    display: none;
  }
  .label {
    position: static;
    transform: none;
    min-height: 56px;
    font-size: 15px;
    padding: 0 10px;
    gap: 8px;
    border: 1px solid var(--rule);
    border-width: 1px 0 0;
    border-radius: 0;
    white-space: normal;
    text-align: left;
  }
  .label:nth-of-type(odd) {
    border-right: 1px solid var(--rule);
  }
  .label.picked {
    background: var(--shade);
  }
}
</style>
