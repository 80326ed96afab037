import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { frameOf } from '@/shared/axis'
import { show } from '@/testing/mount'
import StripAxis from './StripAxis.vue'
import StripPlot from './StripPlot.vue'
import StripRow from './StripRow.vue'

const day = (n: number) => new Date(Date.UTC(2026, 10, 10 + n)).toISOString()
const axis: Schemas['AxisOut'] = {
  starts_at: day(0),
  ends_at: day(35),
  now: day(14),
  days: Array.from({ length: 35 }, (_, i) => ({
    letter: 'M',
    number: String(10 + i),
    month: i === 0 ? 'November' : '',
    weekend: i % 7 > 4,
    today: i === 14,
  })),
}
const frame = frameOf(axis, 630)
const mark = (at: number, words: string, done = true, late = false) => ({ at: day(at), words, done, late })

function strip(more: Partial<Schemas['StripOut']> = {}): Schemas['StripOut'] {
  return {
    tank: 't',
    code: 'Q1',
    name: 'Sluice',
    fish: '11 cherry barbs',
    medicine: 'salt',
    state: 'in_range',
    state_words: 'in range',
    level: { figure: '2.00', unit: 'g/L' },
    curves: [
      {
        medicine: 'sodium_chloride',
        name: 'salt',
        colour: 'grey',
        past: [
          { at: day(10), concentration_mg_per_l: 0 },
          { at: day(10), concentration_mg_per_l: 1000 },
          { at: day(12), concentration_mg_per_l: 2000 },
          { at: day(14), concentration_mg_per_l: 2000 },
        ],
        ahead: [
          { at: day(14), concentration_mg_per_l: 2000 },
          { at: day(20), concentration_mg_per_l: 0 },
        ],
        low_mg_per_l: 1000,
        high_mg_per_l: 3000,
        top_mg_per_l: 4000,
        low: { figure: '1.00', unit: 'g/L' },
        high: { figure: '3.00', unit: 'g/L' },
      },
    ],
    doses: [mark(10, 'gave 58 g salt'), mark(14, 'late third', false, true), mark(18, 'next', false)],
    changes: [mark(12, 'changed 25 %'), mark(16, 'change', false)],
    readings: [mark(11, 'water test')],
    upkeep: [mark(11, 'Fed'), mark(14, 'Feed', false, true), mark(15, 'Feed, Light', false)],
    losses: [mark(9, '2 lost'), mark(11, '1 lost')],
    arrivals: [],
    windows: [{ starts_at: day(20), ends_at: day(34), words: 'observe 14 days' }],
    days_done: [
      { starts_at: day(10), ends_at: day(11), words: '' },
      { starts_at: day(11), ends_at: day(12), words: '' },
    ],
    day_count: {
      starts_at: day(10),
      ends_at: day(24),
      words: 'day 5 of 14',
      end_words: 'Fri 4',
      slip_words: '',
    },
    case: 'c',
    group: 'g',
    quiet: false,
    label: 'Sluice: 11 cherry barbs, salt, in range, 2.00 g/L, day 5 of 14',
    ...more,
  }
}

describe('a strip', () => {
  it('says in words what it draws', () => {
    const plot = show(StripPlot, { props: { strip: strip(), frame } })
    expect(plot.get('svg').attributes('role')).toBe('img')
    expect(plot.get('svg').attributes('aria-label')).toContain('in range, 2.00 g/L')
  })

  it('puts the level where the server reckoned it', () => {
    const plot = show(StripPlot, { props: { strip: strip(), frame } })
    // 2000 of a scale to 4000 is half of the 42 px above the base at 74; day 12 of 35 is 216 of 630
    expect(plot.get('path.given').attributes('d')).toContain('L216 53')
    expect(plot.get('.range path').attributes('d')).toContain('63.5')
  })

  it('tells doses given, overdue and planned apart', () => {
    const plot = show(StripPlot, { props: { strip: strip(), frame } })
    expect([
      plot.findAll('.dose').length,
      plot.findAll('.flag.late').length,
      plot.findAll('.dose-due').length,
    ]).toEqual([1, 1, 1])
  })

  it('strikes through a dose of a plan that is not given', () => {
    const what = strip({ doses: [mark(18, 'Copper, third quarter: not given', false, true)] })
    const plot = show(StripPlot, { props: { strip: what, frame } })
    expect(plot.findAll('.dose-due')).toHaveLength(0)
    expect(plot.get('.dose-missed title').text()).toContain('not given')
  })

  it('draws losses as open rings, tests as dots, changes as notches', () => {
    const plot = show(StripPlot, { props: { strip: strip(), frame } })
    expect(plot.findAll('circle.loss')).toHaveLength(2)
    expect(plot.findAll('circle.reading')).toHaveLength(1)
    expect(plot.findAll('.change')).toHaveLength(2)
    expect(plot.findAll('.change.planned')).toHaveLength(1)
    const upkeep = plot.findAll('rect.upkeep')
    expect(upkeep.map((u) => [u.classes().slice(1), u.get('title').text()])).toEqual([
      [[], 'Fed'],
      [['planned', 'late'], 'Feed'],
      [['planned'], 'Feed, Light'],
    ])
  })

  it('shows the days of the course and the time to observe', () => {
    const plot = show(StripPlot, { props: { strip: strip(), frame } })
    expect(plot.findAll('rect.time-block')).toHaveLength(2)
    expect(plot.text()).toContain('day 5 of 14')
    expect(plot.text()).toContain('observe 14 days')
    expect(plot.text()).toContain('Fri 4')
  })

  it('claims no level where none is known', () => {
    const plot = show(StripPlot, { props: { strip: strip({ curves: [], level: null }), frame } })
    expect(plot.find('.curve').exists()).toBe(false)
    expect(plot.find('.range').exists()).toBe(false)
  })

  it('leaves out what lies beyond the axis', () => {
    const plot = show(StripPlot, { props: { strip: strip({ losses: [mark(-3, 'long ago')] }), frame } })
    expect(plot.findAll('circle.loss')).toHaveLength(0)
  })

  it('gives each medicine a pattern beside its colour', () => {
    const plot = show(StripPlot, { props: { strip: strip(), frame } })
    expect(plot.get('.pattern').attributes('fill')).toBe('url(#p-grey)')
  })
})

describe('a strip’s row', () => {
  it('leads to the case, or to the tank where there is none', () => {
    const open = show(StripRow, { props: { strip: strip(), frame, wide: true } })
    expect(open.get('h2 a').attributes('href')).toContain('/case')
    const none = show(StripRow, { props: { strip: strip({ case: null }), frame, wide: true } })
    expect(none.get('h2 a').attributes('href')).toContain('/tank')
  })

  it('is one line where nothing goes on', () => {
    const row = show(StripRow, { props: { strip: strip({ quiet: true }), frame, wide: true } })
    expect(row.find('svg.plot').exists()).toBe(false)
    expect(row.text()).toContain('11 cherry barbs')
  })
})

describe('the axis', () => {
  it('names the month and marks today', () => {
    const drawn = show(StripAxis, { props: { frame } })
    expect(drawn.text()).toContain('November')
    expect(drawn.get('rect.today').attributes('x')).toBe('252')
  })
  it('gives way to a month’s name: no word lies on another', () => {
    const changing = (at: number) => ({
      ...frame,
      days: frame.days.map((d, i) => ({ ...d, month: i === at ? 'December' : d.month })),
    })
    const back = (at: number) => {
      const found = show(StripAxis, { props: { frame: changing(at), shared: true } }).findAll('text')
      return Number(found.find((t) => t.text() === 'two weeks back')?.attributes('x'))
    }
    // 18 px a day: today's own month begins at 252, and the words want 92 before it
    expect(back(14)).toBe(160)
    expect(back(20)).toBeCloseTo(165.6)
    // right behind the first month's name there is no room for them
    expect(back(6)).toBeNaN()
  })
})
