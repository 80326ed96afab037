import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '@/api/client'
import { fakeServer, show } from '@/testing/mount'
import ComparePanel from './ComparePanel.vue'
import DaysChart from './DaysChart.vue'
import KnownFacts from './KnownFacts.vue'
import LookModes from './LookModes.vue'
import MeanwhilePanel from './MeanwhilePanel.vue'

afterEach(() => {
  document.body.innerHTML = ''
  vi.unstubAllGlobals()
})

const look = (day: number, shares: Record<string, number>): Schemas['LookPointOut'] => ({
  uid: `look-${day}`,
  at: `2026-06-0${day}T09:00:00Z`,
  day,
  day_words: `day ${day}`,
  at_words: '09:00',
  by: 'Maren V.',
  kind_words: '',
  verdict: '',
  seen: [],
  absent_count: 0,
  not_now_seen: [],
  note: '',
  shares,
  something_else_in_100: 10,
  best: null,
})

describe('the ranking over the days', () => {
  const days: Schemas['OverDaysOut'] = {
    fish: '',
    fish_named: [],
    looks: [
      look(1, { spot: 60, velvet: 20 }),
      look(3, { spot: 55, velvet: 30 }),
      look(5, { spot: 20, velvet: 75 }),
    ],
    lines: [
      { condition: 'velvet', name: 'Velvet', in_100: 75 },
      { condition: 'spot', name: 'White spot', in_100: 20 },
    ],
    turns: [{ look: 2, words: 'On day 5 velvet passed white spot: spots no longer countable.' }],
    progress: null,
    expect: null,
  }

  it('draws a line for each condition through its share at each look, and marks where it turned', async () => {
    vi.stubGlobal(
      'ResizeObserver',
      class {
        constructor(private tell: (entries: unknown[]) => void) {}
        observe = () => this.tell([{ contentRect: { width: 600, height: 190 } }])
        disconnect = () => undefined
      },
    )
    const drawn = show(DaysChart, { props: { days } })
    await flushPromises()
    const lines = drawn.findAll('path.line').filter((l) => l.attributes('d')?.includes('L'))
    // y runs from 14 (100 in 100) to 156 (none): 75 in 100 lies at 14 + 0.25 * 142
    expect(lines[0]?.attributes('d')).toBe('M42.0 127.6L242.0 113.4L442.0 49.5')
    expect(drawn.findAll('.turn')).toHaveLength(1)
    expect(drawn.get('svg').attributes('aria-label')).toBe(
      '3 looks. Velvet: 75 in 100 now, White spot: 20 in 100 now',
    )
  })
})

describe('two look-alikes side by side', () => {
  const compared: Schemas['CompareOut'] = {
    one: 'spot',
    other: 'velvet',
    one_name: 'White spot',
    other_name: 'Velvet',
    one_urgency: 'days',
    other_urgency: 'hours',
    one_summary: { text: 'Grains.', source: 'common practice', recalled: true },
    other_summary: { text: 'Dust.', source: 'common practice', recalled: true },
    rows: [
      {
        sign: 'dust',
        label: 'Gold dust',
        look: 'torch',
        region: 'back_flank',
        one_words: 'not at all',
        other_words: 'nearly always',
        for_one: false,
        marks: 3,
        answer: null,
      },
    ],
    question: { sign: 'dust', label: 'Gold dust' },
    question_look: 'A torch in the dark',
    question_how: 'Torch from the side.',
    cost: 'little',
    separates: 'Countable grains or dust.',
    meanwhile: 'Treat as velvet.',
    decide_by: 'tonight',
    pair_source: 'common practice',
  }

  it('shows what each would show, the question that separates them, and takes its answer', async () => {
    const calls = fakeServer([{ json: compared }])
    const drawn = show(ComparePanel, {
      props: { one: 'spot', other: 'velvet', water: 'fresh', signs: { dust: true } },
    })
    await flushPromises()
    await vi.waitFor(() => expect(drawn.find('[data-testid=compare]').exists()).toBe(true))
    expect(calls[0]?.body).toEqual({ one: 'spot', other: 'velvet', water: 'fresh', signs: { dust: true } })
    expect(drawn.get('.ask').text()).toContain('Gold dust')
    expect(drawn.get('tr.right-side').text()).toMatch(/not at all.*Gold dust.*›››.*nearly always/s)
    await drawn.get('[data-testid=compare-seen]').trigger('click')
    expect(drawn.emitted('answer')).toEqual([['dust', true]])
  })
})

describe('what to do while unsure', () => {
  const acts: Schemas['ActsOut'] = {
    why: 'Velvet is unlikely but kills in days.',
    loss_if_nothing: 40,
    do: [
      {
        id: 'air',
        text: 'More air',
        kind: 'support',
        gate: 'open',
        saves: 3,
        loss: 37,
        for_name: '',
        for_in_100: 0,
        wrong_if: '',
      },
    ],
    treat: [
      {
        id: 'treat_velvet',
        text: 'Treat for velvet',
        kind: 'treat',
        gate: 'vet',
        saves: 9,
        loss: 31,
        for_name: 'velvet',
        for_in_100: 18,
        wrong_if: 'Low oxygen',
      },
    ],
    not_now: [{ id: 'salt', text: 'Salt', why: 'the loaches bear little' }],
    scrape: 'A scrape',
    scrape_saves: 2,
    end_words: '',
    report_words: 'Koi herpesvirus is notifiable. Call your authority.',
  }

  it('says why in a sentence, what to do, what not now, and whom to tell', () => {
    const text = show(MeanwhilePanel, { props: { acts } }).text()
    expect(text).toContain('Velvet is unlikely but kills in days.')
    expect(text).toContain('More air')
    expect(text).toContain('Treat for velvet, most for velvet; a vet decides')
    expect(text).toContain('Salt: the loaches bear little.')
    expect(text).toContain('A scrape would save more than any medicine given blind.')
    expect(text).toContain('Call your authority.')
  })

  it('puts the water first, with its figure, and a press only where there is a tank', () => {
    const mend = {
      ...{
        id: 'nitrite',
        reading: 'nitrite',
        harmful: true,
        say: 'Salt goes in first.',
        source: '',
        recalled: true,
      },
      ...{
        amount: '54 mg/L of pure salt, 2.43 g here.',
        press: 'measure' as const,
        query: { what: 'nitrite' },
        tasks: {},
      },
    }
    const drawn = show(MeanwhilePanel, { props: { acts, mends: [mend], tank: 't' } })
    expect(drawn.get('[data-testid=mend-nitrite]').text()).toContain('2.43 g here')
    expect(drawn.get('[data-testid=mend-nitrite] a').text()).toBe('Measure it')
    expect(drawn.text().indexOf('Salt goes in first.')).toBeLessThan(drawn.text().indexOf('More air'))
    const nowhere = show(MeanwhilePanel, {
      props: { acts, mends: [{ ...mend, press: '' as const }], tank: '' },
    })
    expect(nowhere.findAll('[data-testid=mend-nitrite] a')).toHaveLength(0)
    expect(show(MeanwhilePanel, { props: { acts } }).findAll('[data-testid=mends]')).toHaveLength(0)
  })

  it('says nothing of a scrape that would save nothing', () => {
    expect(show(MeanwhilePanel, { props: { acts: { ...acts, scrape_saves: 0 } } }).text()).not.toContain(
      'scrape',
    )
  })
})

const board: Schemas['LookBoardOut'] = {
  group: 'g',
  tank: 't',
  tank_name: 'QT 1',
  fish: '12 cherry barbs',
  shape: 'torpedo',
  species_name: 'Cherry barb',
  fish_count: 12,
  day_words: 'day 3',
  case: null,
  water: 'fresh',
  regions: [],
  looks: [],
  context: [
    { id: 'new', words: 'new fish within 4 weeks', known: true },
    { id: 'chill', words: 'a chill', known: false },
  ],
  kin: [],
  kin_known: 'Barbs',
  watch_for: [],
  carried: { signs: { a: true }, counts: {}, sizes: {}, words: 'yesterday', context: [], kin: '' },
  fish_named: ['the pale one'],
  last_verdict: '',
  last_words: '',
  gate_read_words: '',
  read: {},
}

describe('what else is known', () => {
  it('takes what the record knows, and asks only for the rest', async () => {
    const drawn = show(KnownFacts, {
      props: { board, known: ['new fish within 4 weeks', 'a warm day'], context: [], kin: '' },
    })
    expect(drawn.text()).toContain('Barbs; new fish within 4 weeks; a warm day')
    await drawn.get('[data-testid=more-facts]').trigger('click')
    expect(drawn.find('[data-testid=fact-new]').exists()).toBe(false)
    await drawn.get('[data-testid=fact-chill]').trigger('click')
    expect(drawn.emitted('update:context')).toEqual([[['chill']]])
  })
})

describe('which look this is', () => {
  const props = { board, changed: 1, asBefore: 7, mode: 'daily', place: 'tank', fish: '' } as const

  it('says what was taken over and what changed, and can start empty', async () => {
    const drawn = show(LookModes, { props })
    expect(drawn.get('.carried').text()).toContain('7 as yesterday, 1 changed.')
    await drawn.get('[data-testid=start-empty]').trigger('click')
    expect(drawn.emitted('empty')).toHaveLength(1)
  })

  it('asks on arrival where, and takes a look at one fish by a name', async () => {
    const drawn = show(LookModes, { props: { ...props, mode: 'arrival' } })
    expect(drawn.get('[data-testid=look-place]').text()).toBe('in the bagin the tank')
    expect(drawn.find('.carried').exists()).toBe(false)
    await drawn.get('[data-testid=one-fish]').trigger('click')
    await drawn.get('#one-fish').setValue('  torn tail ')
    await drawn.get('form').trigger('submit')
    expect(drawn.emitted('update:fish')).toEqual([['torn tail']])
  })
})
