import type { Schemas } from '@/api/client'

/** What a keeper can choose among: every value that the API knows has its word here, or the types don’t hold. */
export const choices = <T extends string>(
  words: string extends T ? never : Record<T, string>,
): { value: T; label: string }[] =>
  (Object.keys(words) as T[]).map((value) => ({ value, label: words[value] }))

export type Said<T> = Exclude<NonNullable<T>, ''>

export const WATER_WORDS: Record<Schemas['TankIn']['water_type'], string> = {
  freshwater_tropical: 'fresh, tropical',
  coldwater_pond: 'fresh, cold',
  brackish: 'brackish',
  marine: 'sea',
}
export const WATER_TYPES = choices(WATER_WORDS)
/** What runs on a tank and takes a medicine out, or destroys it. */
export const EQUIPMENT = choices<Schemas['TankOut']['equipment'][number]>({
  carbon: 'carbon',
  uv: 'UV',
  skimmer: 'skimmer',
  ozone: 'ozone',
})
/** What a bath may be made with. */
export const MADE_WITH = choices<Said<Schemas['BathIn']['made_with']>>({
  own: 'their own water',
  half: 'half theirs, half clean',
  other: 'other water',
})
/** What a label says of a product that is none of the listed ones, in the words a keeper reads there. */
export const STRENGTHS = choices<Schemas['OwnStrength']['kind']>({
  percent_w_v: '% (g in 100 mL)',
  percent_w_w: '% by weight',
  mg_per_ml: 'mg in each mL',
  purity_percent: 'powder, % pure',
  mg_each: 'mg in each tablet, packet',
})
export const CASE_OUTCOMES = choices<Schemas['CloseIn']['outcome']>({
  recovered: 'cured',
  improved: 'improved',
  stable: 'not cured, stable',
  no_effect: 'no effect',
  relapsed: 'came back',
  wrong: 'it was something else',
  lost: 'lost',
  ended: 'put down',
  unclear: 'unclear',
})
export const COURSE_OUTCOMES = choices<Schemas['JudgeIn']['outcome']>({
  cured: 'cured',
  improved: 'improved',
  no_effect: 'no effect',
  worse: 'worse under it',
  relapsed: 'came back',
  stopped: 'not finished',
  unclear: 'unclear',
})
export const COMPARED_BY = choices<Schemas['ComparisonOut']['by']>({
  supplier: 'supplier',
  kind: 'kind of fish',
  arrival: 'arrival',
  course: 'course',
  medicine: 'medicine',
  condition: 'what it was',
})
export const LOOK_KINDS = choices<Said<Schemas['LookIn']['kind']>>({
  daily: 'Daily look',
  arrival: 'Arrival',
})
export const LOOK_PLACES = choices<Said<Schemas['LookIn']['place']>>({
  bag: 'in the bag',
  tank: 'in the tank',
})
export const TOOL_FORMS = choices<Schemas['ToolIn']['form']>({
  scale: 'scale',
  syringe: 'syringe',
  cylinder: 'measuring cylinder, jug',
  dropper: 'dropper',
  spoon: 'measuring spoon',
})
export const LOSS_MANNERS = choices<Said<Schemas['LossIn']['manner']>>({
  died: 'found dead',
  missing: 'missing',
})
export const SCUFFLE_DEGREES = choices<Schemas['ScuffleIn']['degree']>({
  shown: 'shown off at',
  chased: 'chased',
  bitten: 'bitten',
  pinned: 'kept from food or cover',
})
export const LEAVING_KINDS = choices<Schemas['LeavingIn']['kind']>({
  given: 'given away',
  sold: 'sold',
  released: 'released',
})
export const APPETITES = choices<Said<Schemas['ObservationIn']['appetite']>>({
  all: 'eats',
  less: 'eats less',
  none: 'refuses food',
})
export const BREATHING = choices<Said<Schemas['ObservationIn']['breathing']>>({
  calm: 'calm',
  fast: 'fast',
  gasping: 'gasping',
})
export const FILTER_ORIGINS = choices<Schemas['FilterStartIn']['origin']>({
  sponge: 'a sponge from a tank',
  bottle: 'bottled bacteria',
  nothing: 'from nothing',
})
/** Whether a label’s first or second figure is meant. */
export const LABEL_READINGS = choices<Said<Schemas['LabelIn']['reading']>>({
  sick: 'sick: the first',
  new: 'new, none is ill: the second',
})
