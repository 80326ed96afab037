import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '@/api/client'
import { fakeServer, problem, show } from '@/testing/mount'
import { writtenOut } from './asked'
import { KINDS } from './kinds'
import { firstValues, requestOf } from './requestOf'
import MeasurePage from './MeasurePage.vue'
import MeasureSlip from './MeasureSlip.vue'
import { doseRequest, noDose } from './useMeasure'
import WorksheetPage from './WorksheetPage.vue'

afterEach(() => {
  document.body.innerHTML = ''
  vi.unstubAllGlobals()
})

const SALTS = [
  { id: 'tds', name: 'TDS', label: 'TDS', hint: 'mg/L', read_by: 'tds', usual: true, of_the_sea: false },
]
const kind = (id: string) => KINDS.find((k) => k.id === id)!

describe('what is asked for', () => {
  it('puts dotted names into parts and leaves out what is empty or not asked', () => {
    const values = {
      shape: 'bowl',
      'measures.diameter': '30 cm',
      'measures.depth': '20',
      'measures.width': '9',
      named: '',
    }
    expect(requestOf(kind('vessel'), values)).toEqual({
      kind: 'vessel',
      shape: 'bowl',
      measures: { diameter: '30 cm', depth: '20' },
    })
    expect(
      requestOf(writtenOut(kind('osmolality'), SALTS), { 'bath.tds': '193', 'home.tds': '530' }),
    ).toEqual({
      kind: 'osmolality',
      bath: { tds: '193' },
      home: { tds: '530' },
    })
  })

  it('sends every figure as it was typed, for the server to read or refuse', () => {
    const values = { ...firstValues(kind('food')), dose: '50', eaten: '1 %', fish_count: '10' }
    expect(requestOf(kind('food'), values)).toEqual({
      kind: 'food',
      dose: '50',
      eaten: '1 %',
      fish_count: '10',
      body: 'usual',
      days: '7',
    })
  })

  it('leaves to the record what nobody touched', () => {
    const dose = { ...noDose(), use: 'pzq_1' }
    expect(doseRequest(dose, true)).toMatchObject({ lives: null, in_water: null, bottle: null })
    expect(doseRequest(dose, true)).not.toHaveProperty('own')
    expect(doseRequest({ ...dose, strength: 'bottle:b1' }, true)).toMatchObject({
      bottle: 'b1',
      strength: '',
    })
    expect(
      doseRequest({ ...dose, madeWith: 'other', typed: { 'bath.home.tds': '530', 'bath.turns': '3' } }, true),
    ).toMatchObject({ bath: { made_with: 'other', home: { tds: '530' }, turns: '3' } })
    expect(doseRequest(dose, false)).toMatchObject({ lives: [], in_water: [] })
    expect(doseRequest({ ...dose, biofilter: true }, true)).toMatchObject({ biofilter: true })
    expect(doseRequest({ ...dose, lives: ['snails'] }, true)).toMatchObject({ lives: ['snails'] })
    const own = { ...dose, strength: 'own', ownKind: 'mg_per_ml' as const, typed: { 'own.value': '5.2' } }
    expect(doseRequest(own, false)).toMatchObject({
      strength: '',
      own: { kind: 'mg_per_ml', value: '5.2' },
    })
  })
})

const told: Schemas['MeasuredOut'] = {
  kind: 'dose',
  title: 'Peroxide, a bath',
  verdict: 'amount',
  words: '',
  amounts: [
    {
      name: 'Hydrogen peroxide',
      big: { figure: '25', unit: 'mL' },
      exact: { figure: '25', unit: 'mL' },
      words: '',
      tools: [],
      target: { figure: '75.0', unit: 'mg/L' },
      reaches: { figure: '75.0', unit: 'mg/L' },
      reaches_low: { figure: '70.0', unit: 'mg/L' },
      reaches_high: { figure: '80.0', unit: 'mg/L' },
      range_low: null,
      range_high: null,
      leaves_range: true,
      ruler: {
        low_mg_per_l: 0,
        high_mg_per_l: 170,
        range_low_mg_per_l: 75,
        range_high_mg_per_l: 150,
        reach_mg_per_l: 75,
        reach_low_mg_per_l: 70,
        reach_high_mg_per_l: 80,
        ticks: [],
      },
    },
  ],
  figures: [{ label: 'range', figure: '75 to 150', unit: 'mg/L', words: 'as active' }],
  steps: [
    { text: 'Fish in.', lasts_min: 30, lasts_words: '30 minutes', stop: false },
    { text: 'Out at once.', lasts_min: null, lasts_words: '', stop: true },
  ],
  trace: [{ label: 'times the water', formula: '75 × 10', figure: '750', unit: 'mg', source: null }],
  cautions: [{ level: 'never', text: 'longer than 30 minutes', source: 'common practice', recalled: true }],
  confirm: [],
  source: 'a paper',
  recalled: true,
}

describe('the slip of what was measured', () => {
  it('gives the amount, what it reaches, the steps, the cautions and why', () => {
    const drawn = show(MeasureSlip, { props: { told, where: '10 L' } })
    expect(drawn.get('.big').text()).toBe('25\u00a0mL')
    expect(drawn.get('.reach').text()).toContain('70.0 to 80.0, may leave the range')
    expect(drawn.findAll('.steps li').map((li) => li.text())).toEqual(['Fish in. 30 minutes', 'Out at once.'])
    expect(drawn.text()).toContain('longer than 30 minutes')
    expect(drawn.text()).toContain('a paper, recalled, not yet checked')
  })

  it('prints no amount where it is never given, and says why', () => {
    const never = { ...told, verdict: 'never' as const, words: 'Never here: shrimp.', amounts: [], steps: [] }
    const drawn = show(MeasureSlip, { props: { told: never, where: '' } })
    expect(drawn.find('.big').exists()).toBe(false)
    expect(drawn.get('[role=status]').text()).toBe('Never here: shrimp.')
  })

  it('asks first what must be so', async () => {
    const first = { ...told, verdict: 'confirm' as const, confirm: ['I read the strength.'], amounts: [] }
    const drawn = show(MeasureSlip, { props: { told: first, where: '' } })
    expect(drawn.text()).toContain('I read the strength.')
    await drawn.get('[data-testid=confirm-all]').trigger('click')
    expect(drawn.emitted('confirm')).toHaveLength(1)
  })
})

describe('the measure screen', () => {
  it('asks the server once the fields hold something, and shows its answer', async () => {
    const calls = fakeServer([
      { json: [] },
      { json: [] },
      { json: { bottles: [], tools: [], usual_tools: [], spoons: [] } },
      { json: SALTS },
      { json: { ...told, title: 'Salinity in every scale' } },
    ])
    const drawn = show(MeasurePage)
    await flushPromises()
    await drawn.get('[data-testid=measure-salinity]').trigger('click')
    expect(drawn.text()).toContain('Fill in what is asked')
    await drawn.findAll('input').at(0)!.setValue('1.025')
    await vi.waitFor(() => expect(drawn.find('[data-testid=measured]').exists()).toBe(true))
    expect(calls.at(-1)?.body).toEqual({ kind: 'salinity', scale: 'gravity', value: '1.025' })
  })

  it('says at its field what is wrong', async () => {
    fakeServer([
      { json: [] },
      { json: [] },
      { json: { bottles: [], tools: [], usual_tools: [], spoons: [] } },
      { json: SALTS },
      problem('invalid-input', 'That is no water.', { field: 'value' }),
    ])
    const drawn = show(MeasurePage)
    await flushPromises()
    await drawn.get('[data-testid=measure-salinity]').trigger('click')
    await drawn.findAll('input').at(0)!.setValue('2')
    await vi.waitFor(() => expect(drawn.find('.error').exists()).toBe(true))
    expect(drawn.get('.error').text()).toBe('That is no water.')
    expect(drawn.find('[data-testid=measured]').exists()).toBe(false)
  })
})

describe('the worksheet', () => {
  it('shows a line for each, and its fault in its own line', async () => {
    const rows = [
      { answer: told, problem: null },
      { answer: null, problem: { detail: 'There is no such use.', field: 'use' } },
    ]
    const lines = [
      { place: 'Rack 1', volume: '10 L', use: 'hp_6' },
      { place: 'Rack 2', volume: '10 L', use: 'nope' },
    ]
    const calls = fakeServer([{ json: [] }, { json: [] }, { json: { lines, rows, csv: 'a' } }])
    const drawn = show(WorksheetPage)
    await flushPromises()
    const input = drawn.get('[data-testid=sheet-file]').element as HTMLInputElement
    Object.defineProperty(input, 'files', { value: [new File(['place,use\n'], 'sheet.csv')] })
    await drawn.get('[data-testid=sheet-file]').trigger('change')
    await vi.waitFor(() => expect(calls.at(-1)!.body).toEqual({ text: 'place,use\n' }))
    await vi.waitFor(() => expect(drawn.text()).toContain('use: There is no such use.'))
    const told_lines = drawn.findAll('[data-testid=sheet] tbody').map((r) => r.text())
    expect(told_lines[0]).toContain('25 mL')
    expect(told_lines[1]).toContain('use: There is no such use.')
  })
})
