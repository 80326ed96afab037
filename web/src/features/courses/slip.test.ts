import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { show } from '@/testing/mount'
import DayBoard from './DayBoard.vue'
import SchoolTable from './SchoolTable.vue'
import SlipCard from './SlipCard.vue'
import SlipRuler from '@/shared/SlipRuler.vue'
import ToolDrawing from '@/shared/ToolDrawing.vue'

const tool = (more: Partial<Schemas['ToolOut']> = {}): Schemas['ToolOut'] => ({
  name: '5 mL syringe',
  words: '2 full and 1.2 mL',
  verdict: 'fits best',
  usable: true,
  reading: 11.2,
  largest: 5,
  smallest_mark: 0.2,
  fills: 3,
  shape: 'syringe',
  ...more,
})
const ruler: Schemas['RulerOut'] = {
  low_mg_per_l: 0,
  high_mg_per_l: 4000,
  range_low_mg_per_l: 1000,
  range_high_mg_per_l: 3000,
  reach_mg_per_l: 2000,
  reach_low_mg_per_l: 1900,
  reach_high_mg_per_l: 2100,
  ticks: [
    { at_mg_per_l: 0, figure: '0' },
    { at_mg_per_l: 2000, figure: '2' },
  ],
}
const shown = (figure: string, unit = 'g/L') => ({ figure, unit })
const line: Schemas['SlipLineOut'] = {
  medicine: 'sodium_chloride',
  name: 'Sodium chloride, pure',
  short_name: 'salt',
  colour: 'grey',
  big: shown('58', 'g'),
  whole_words: 'one of 3 parts; 175 g in all',
  share_words: 'All of it reaches',
  tools: [
    tool({ name: 'kitchen scale, reads 1 g', words: '58 g', shape: 'scale' }),
    tool({ name: 'level teaspoon', words: '9½ level teaspoons', verdict: 'rough', shape: 'spoon' }),
    tool({ name: 'cup', usable: false, verdict: 'too coarse' }),
  ],
  target: shown('2.00'),
  target_text: '2.00 g/L',
  reaches: shown('2.00'),
  reaches_low: shown('1.92'),
  reaches_high: shown('2.09'),
  range_low: shown('1.00'),
  range_high: shown('3.00'),
  ruler,
  trace: [
    { label: 'times the net water', formula: '2000 × 87.4', figure: '174800', unit: 'mg', source: null },
  ],
  source: 'The Use of Salt in Aquaculture',
  recalled: true,
}
const text = (words: string) => ({ text: words, source: 'common practice', recalled: true })
const slip: Schemas['SlipOut'] = {
  protocol: 'salt_and_warmth',
  name: 'Salt with raised temperature',
  school: '',
  version: 'salt-warm-1',
  kind: 'steps',
  water: shown('87.4', 'L'),
  water_uncertainty: shown('1.8', 'L'),
  where_words: '',
  for_it: text('mild'),
  against_it: text('slow'),
  lines: [line],
  cautions: [
    { level: 'never', text: 'with zeolite', source: 'common practice', recalled: true },
    { level: 'know', text: 'it does not evaporate', source: 'common practice', recalled: true },
  ],
  confirm: [],
  smaller_words: '',
  needs_vet: false,
  vet_reason: '',
  risks: { fish: 1, filter: 0, plants: 2, keeper: 0, work: 1 },
  parameters: [],
  broken: [],
  cared: [],
  to_buy: [],
  stages: null,
  strip: {
    axis: { starts_at: '', ends_at: '', now: '', days: [] },
    strip: {} as Schemas['StripOut'],
  },
  left_words: '',
  clock_words: '',
  rules: [],
  days: [],
  ends_words: '',
}
const card = (more: Partial<Schemas['SlipOut']> = {}) =>
  show(SlipCard, { props: { slip: { ...slip, ...more }, tank: 'Sluice', fish: '11 cherry barbs' } })

describe('the slip', () => {
  it('says the amount, the tool and the water it is for', () => {
    const words = card().text().replace(/\s+/g, ' ')
    expect(words).toContain('Sluice, 11 cherry barbs')
    expect(words).toContain('87.4 L net, give or take 1.8')
    expect(words).toContain('58 g')
    expect(words).toContain('one of 3 parts; 175 g in all')
    expect(words).toContain('All of it reaches 2.00 g/L')
    expect(words).toContain('1.92 to 2.09')
  })

  it('compares the tools, and gives no amount in one that can’t measure it', () => {
    const tools = card().findAll('.tools li')
    expect(tools.map((t) => t.find('b').text())).toEqual(['58 g', '9½ level teaspoons', '–'])
    expect(tools[0]?.classes()).toContain('best')
  })

  it('tells why, and that a source was recalled', () => {
    const why = card().get('details').text()
    expect(why).toContain('2000 × 87.4')
    const sources = card()
      .findAll('p.source')
      .map((p) => p.text())
    expect(sources).toEqual([
      'Source The Use of Salt in Aquaculture, recalled, not yet checked. Rule salt-warm-1.',
      'Cautions from common practice.',
    ])
  })

  it('puts never before know, and drops an empty column', () => {
    expect(
      card()
        .findAll('.cautions h2')
        .map((h) => h.text()),
    ).toEqual(['never', 'know'])
  })

  it('claims no level for a product by its label', () => {
    const words = card({ lines: [{ ...line, ruler: null, reaches: null, medicine: null }] }).text()
    expect(words).toContain('what level it reaches is not known here')
  })

  it('always says what it is not', () => {
    expect(card().text()).toContain('Not veterinary advice. Ornamental fish only.')
  })
})

describe('the ruler', () => {
  it('draws the reach inside the range, on one scale', () => {
    const drawn = show(SlipRuler, { props: { ruler, unit: 'g/L' } })
    expect(drawn.get('circle').attributes('cx')).toBe('250')
    expect(drawn.get('rect.range').attributes('x')).toBe('129')
    expect(drawn.findAll('text.fig').map((t) => t.text())).toEqual(['0', '2'])
  })
})

describe('the tool', () => {
  it('fills a syringe to the mark of its last fill', () => {
    // two full ones are said in words; 1.2 of 5 mL over 250 px is 60
    const fill = show(ToolDrawing, { props: { tool: tool(), colour: 'brown' } }).get('rect.fill')
    expect(Number(fill.attributes('width'))).toBeCloseTo(60, 6)
  })

  it('reads a scale’s display', () => {
    const scale = show(ToolDrawing, {
      props: { tool: tool({ shape: 'scale', words: '58 g' }), colour: 'grey' },
    })
    expect(scale.text()).toBe('58 g')
  })

  it('draws no spoon', () => {
    expect(
      show(ToolDrawing, { props: { tool: tool({ shape: 'spoon' }), colour: 'grey' } })
        .find('svg')
        .exists(),
    ).toBe(false)
  })
})

describe('the day board', () => {
  const step = (kind: Schemas['StepOut']['kind'], day: number, amount = '') => ({
    kind,
    title: kind,
    at_words: '08:00',
    day,
    amount,
    text: '',
  })
  const steps = [
    step('dose', 1, '58 g'),
    step('dose', 2, '58 g'),
    step('look', 2),
    step('look', 3),
    step('tell', 9),
  ]

  it('has a column a day and a row a kind, with sums', () => {
    const board = show(DayBoard, { props: { steps, ends: 'free to leave Friday' } })
    expect(board.findAll('thead th').map((t) => t.text())).toEqual([
      'day',
      '1',
      '2',
      '3',
      '4',
      '5',
      '6',
      '7',
      '8',
      '9',
      'in all',
    ])
    expect(
      board.findAll('tbody tr').map((r) => [r.find('th').text(), r.findAll('td').at(-1)?.text()]),
    ).toEqual([
      ['dose', '2'],
      ['look', '2'],
      ['see to', '1'],
    ])
    expect(board.text()).toContain('free to leave Friday')
  })

  it('says in words what each mark is', () => {
    const board = show(DayBoard, { props: { steps, ends: '' } })
    expect(board.get('tbody td .unseen').text()).toBe('08:00 dose, 58 g')
  })
})

describe('schools side by side', () => {
  const school = (more: Partial<Schemas['SchoolOut']>): Schemas['SchoolOut'] => ({
    protocol: 'copper_10',
    name: 'Copper for ten days',
    school: 'the short arithmetic',
    kind: 'steps',
    for_it: text('nine days'),
    against_it: text('without the cysts'),
    risks: { fish: 1, filter: 1, plants: 3, keeper: 1, work: 2 },
    treat_days: 12,
    all_days: 33,
    takes: 'copper, by your own product',
    cost: '',
    left_words: 'about 84 in 100 come through',
    never: '',
    care: 0,
    needs_label: false,
    moves: false,
    medicines: [],
    ...more,
  })

  it('says days, what goes in, what is left and what it risks', () => {
    const drawn = show(SchoolTable, {
      props: {
        modelValue: 'copper_10',
        schools: [school({}), school({ protocol: 'watch', name: 'Watch only', treat_days: 0, all_days: 30 })],
      },
    })
    const words = drawn.text().replace(/\s+/g, ' ')
    expect(words).toContain('12 days, watched to day 33')
    expect(words).toContain('about 84 in 100 come through')
    expect(words).toContain('30 days of watching')
    expect(words).toContain('plants, shrimps: much')
    expect(drawn.findAll('.school.chosen')).toHaveLength(1)
  })

  it('shows why one can’t be', () => {
    const drawn = show(SchoolTable, {
      props: { modelValue: '', schools: [school({ never: 'shrimp live here' })] },
    })
    expect(drawn.text()).toContain('Never here: shrimp live here')
  })
})
