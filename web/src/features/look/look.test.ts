import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { NO_TEST } from '@/shared/waterTest'
import { anySign, flank, water } from '@/testing/look'
import { painted, show } from '@/testing/mount'
import GateBar from './GateBar.vue'
import NextLook from './NextLook.vue'
import type { Counts, Signs } from './marks'
import RankList from './RankList.vue'
import SignTable from './SignTable.vue'

afterEach(() => (document.body.innerHTML = ''))

describe('the signs of a place', () => {
  const section = (region: Schemas['RegionOut']) => [{ id: region.id, title: '', signs: region.signs }]
  function table(signs: Signs = {}, more: { carried?: Signs; counts?: Counts; fishCount?: number } = {}) {
    return show(SignTable, {
      props: {
        title: flank.name,
        sections: section(flank),
        asked: '',
        carried: {},
        fishCount: 12,
        told: {},
        signs,
        counts: {},
        sizes: {},
        shape: 'torpedo',
        ...more,
      },
    })
  }

  it('asks of each sign: seen, not there, not looked at', () => {
    const rows = table({ dust: false }).findAll('tbody tr')
    expect(rows).toHaveLength(3)
    const checked = rows.map((r) => r.find('input:checked').attributes('aria-label'))
    expect(checked).toEqual([
      'White grains: not looked at',
      'Gold dust: not there',
      'Cotton tufts: not looked at',
    ])
  })

  it('marks by one press, and lets the press be painted before it weighs', async () => {
    const drawn = table()
    await drawn.findAll('[data-testid=sign-dust] input')[0]?.trigger('change')
    expect(drawn.emitted('update:signs')).toBeUndefined()
    await painted()
    expect(drawn.emitted('update:signs')).toEqual([[{ dust: true }]])
  })

  it.each([
    ['s', { grains: true }],
    ['x', { grains: false }],
    ['r', { grains: false, dust: false, tufts: false }],
  ])('marks by the key %s', async (key, expected) => {
    const drawn = table()
    await drawn.get('[data-testid=sign-grains] input').trigger('keydown', { key })
    expect(drawn.emitted('update:signs')).toEqual([[expected]])
  })

  it('takes a mark back by u', async () => {
    const drawn = table({ grains: true })
    await drawn.get('[data-testid=sign-grains] input[type=radio]').trigger('keydown', { key: 'u' })
    expect(drawn.emitted('update:signs')).toEqual([[{}]])
  })

  it('moves down a row with each answer', async () => {
    const drawn = table()
    await drawn.get('[data-testid=sign-grains] input').trigger('keydown', { key: 'ArrowDown' })
    await flushPromises()
    expect(document.activeElement?.getAttribute('aria-label')).toBe('Gold dust: not looked at')
  })

  it('tells how to look, and what it is not', async () => {
    const drawn = table()
    await drawn.get('[data-testid=sign-dust] button.name').trigger('click')
    expect(drawn.text()).toContain('how to see Gold dust')
    expect(drawn.text()).toContain('Not if: sand')
  })

  it('takes how much there is of a seen sign, and drops it with the mark', async () => {
    const sized = { ...flank, signs: [anySign('dust', { sizes: ['slight', 'plain', 'severe'] })] }
    const props = {
      title: flank.name,
      sections: section(sized),
      ...{ asked: '', carried: {}, fishCount: 1, told: {}, counts: {}, shape: 'torpedo' },
    }
    expect(
      show(SignTable, { props: { ...props, signs: {}, sizes: {} } })
        .find('.sizes')
        .exists(),
    ).toBe(false)
    const drawn = show(SignTable, { props: { ...props, signs: { dust: true }, sizes: { dust: 1 } } })
    expect(drawn.get('[data-testid=size-dust-1]').attributes('aria-pressed')).toBe('true')
    await drawn.get('[data-testid=size-dust-3]').trigger('click')
    expect(drawn.emitted('update:sizes')?.at(-1)).toEqual([{ dust: 3 }])
    await drawn.get('[data-testid=sign-dust] input[value=absent]').trigger('change')
    await painted()
    expect(drawn.emitted('update:sizes')?.at(-1)).toEqual([{}])
  })

  it('leaves what a kit says to the kit', () => {
    const drawn = show(SignTable, {
      props: {
        title: 'water',
        sections: section(water),
        asked: '',
        carried: {},
        fishCount: 1,
        told: { ammonia_raised: true },
        signs: {},
        counts: {},
        sizes: {},
        shape: 'torpedo',
      },
    })
    expect(drawn.find('input').exists()).toBe(false)
    expect(drawn.get('tr.told').text()).toBe('Ammoniaseen')
    expect(drawn.text()).toContain('follow from the figures above')
  })

  it('asks in how many of the fish, once a sign is seen', async () => {
    const drawn = table({ grains: true, dust: false })
    expect(drawn.findAll('[id^=count-]')).toHaveLength(1)
    expect(drawn.get('[data-testid=sign-grains]').text()).toContain('of 12')
    const field = drawn.get('#count-grains')
    ;(field.element as HTMLInputElement).value = '3'
    await field.trigger('blur')
    expect(drawn.emitted('update:counts')).toEqual([[{ grains: { seen: 3, of: 12 } }]])
  })

  it('forgets how many when the sign is taken back, and asks no number of one fish', async () => {
    const drawn = table({ grains: true }, { counts: { grains: { seen: 3, of: 12 } } })
    await drawn.get('[data-testid=sign-grains] input[type=radio]').trigger('keydown', { key: 'x' })
    expect(drawn.emitted('update:counts')).toEqual([[{}]])
    expect(table({ grains: true }, { fishCount: 1 }).find('[id^=count-]').exists()).toBe(false)
  })

  it('marks what differs from the look it was taken over from', () => {
    const drawn = table({ grains: false, dust: true }, { carried: { grains: true, dust: true } })
    expect(drawn.get('[data-testid=sign-grains]').text()).toContain('was seen')
    expect(drawn.get('[data-testid=sign-dust]').text()).not.toContain('was')
  })
})

const evidence = (label: string, decibans: number, marks: number, seen = true) => ({
  sign: label,
  label,
  seen,
  marks,
  decibans,
})
const ranked = (more: Partial<Schemas['RankedOut']>): Schemas['RankedOut'] => ({
  condition: 'columnaris',
  name: 'Columnaris (Flavobacterium)',
  short_name: 'Columnaris',
  in_100: 61,
  in_100_low: 48,
  in_100_high: 72,
  tag: 'fits best',
  urgency: 'hours',
  hands_agree: 2,
  hands_asked: 3,
  must_show: false,
  notifiable: '',
  harms_keeper: 'none',
  evidence_for: [evidence('dull flat sheen', 9, 3), evidence('fins whole', 2, 1, false)],
  evidence_against: [evidence('fast breathing', -4, 2)],
  not_looked_at: ['pale saddle'],
  ...more,
})
const acts: Schemas['ActsOut'] = {
  why: 'Doing nothing loses most.',
  loss_if_nothing: 41,
  do: [],
  treat: [],
  not_now: [],
  scrape: 'A scrape',
  scrape_saves: 0,
  end_words: '',
  report_words: '',
}
const weighed: Schemas['DiagnosisOut'] = {
  gate: { state: 'open', words: '', suspected: '', lines: [] },
  doubts: [],
  known: [],
  verdict: '',
  can_be_told: false,
  ranked: [
    ranked({}),
    ...['a', 'b', 'c', 'd'].map((n) => ranked({ condition: n, short_name: n, in_100: 5, tag: '' })),
    ranked({ condition: 'velvet', short_name: 'Velvet', in_100: 6, tag: 'worst if missed' }),
  ],
  something_else_in_100: 12,
  together: null,
  two: null,
  next_looks: [],
  mends: [],
  acts,
  signs: {},
  looked_at: 5,
  of_signs: 35,
}

describe('what fits', () => {
  it('shows share, band and the evidence on both sides', () => {
    const drawn = show(RankList, { props: { weighed, group: 'g' } })
    const first = drawn.get('[data-testid=rank-columnaris]')
    expect(first.text()).toContain('61 in 100, between 48 and 72')
    expect(first.text()).toContain('+++dull flat sheen')
    expect(first.text()).toContain('+not: fins whole')
    expect(first.text()).toContain('−−fast breathing')
    expect(first.text()).toContain('not looked at: pale saddle')
  })

  it('never hides what kills in hours, however small its share', () => {
    const drawn = show(RankList, { props: { weighed, group: 'g' } })
    expect(drawn.findAll('ol > li').map((li) => li.find('h3').text())).toEqual([
      'Columnarisfits bestkills in hours',
      'a',
      'b',
      'c',
      'Velvetworst if missedkills in hours',
      'Something else',
    ])
  })

  it('sets the two that fit best side by side when asked', async () => {
    const drawn = show(RankList, { props: { weighed, group: 'g' } })
    await drawn.get('[data-testid=compare-a]').trigger('click')
    expect(drawn.emitted('compare')).toEqual([['columnaris', 'a']])
  })

  it('answers as a group what the eye cannot separate, with the look that would', () => {
    const together = {
      id: 'haze',
      name: 'A skin protozoan',
      in_100: 71,
      members: ['Costia', 'Chilodonella'],
      separates: 'a scrape under the microscope',
    }
    const text = show(RankList, { props: { weighed: { ...weighed, together }, group: 'g' } })
      .get('[data-testid=together]')
      .text()
    expect(text).toContain('A skin protozoan: 71 in 100 together')
    expect(text).toContain('What tells: a scrape under the microscope.')
  })

  it('says when two at once fit better than one', () => {
    const two = {
      one: 'White spot',
      other: 'Fin rot',
      times_likelier: 8.1,
      unexplained: ['ragged fins'],
      one_acts: ['Air on'],
      other_acts: [],
      proven: '',
    }
    const drawn = show(RankList, { props: { weighed: { ...weighed, two }, group: 'g' } })
    expect(drawn.get('[data-testid=two]').text()).toContain('White spot with Fin rot fits 8.1 times better')
    expect(drawn.get('[data-testid=two]').text()).toContain('One alone leaves open: ragged fins.')
    expect(drawn.findAll('[data-testid=two] dd').map((d) => d.text())).toEqual([
      'Air on',
      'nothing that would not harm the other',
    ])
    const sure = { ...weighed, two: { ...two, proven: 'Fin rot' } }
    const told = show(RankList, { props: { weighed: sure, group: 'g' } })
      .get('[data-testid=two]')
      .text()
    expect(told).toContain('the find proves fin rot')
  })

  it('tells of what must be reported, and of what infects the keeper', () => {
    const risky = [ranked({ notifiable: 'report', harms_keeper: 'known', must_show: true })]
    const text = show(RankList, { props: { weighed: { ...weighed, ranked: risky }, group: 'g' } }).text()
    expect(text).toContain('report it')
    expect(text).toContain('gloves: can infect you')
  })

  it('shows all of them when asked', async () => {
    const drawn = show(RankList, { props: { weighed, group: 'g' } })
    await drawn.findAll('button').at(-1)?.trigger('click')
    expect(drawn.findAll('ol > li')).toHaveLength(7)
  })

  it('says that these are guesses', () => {
    expect(show(RankList, { props: { weighed, group: 'g' } }).text()).toContain(
      'Expert guesses by two hands, not counts',
    )
  })
})

describe('the next look', () => {
  const next: Schemas['NextLookOut'] = {
    look: 'torch_in_dark',
    name: 'A torch in the dark',
    minutes: 2,
    how_to: 'Room dark, torch from the side.',
    sign: 'dust',
    label: 'Gold dust',
    how: 'Lights off, torch along the back.',
    not_if: '',
    kit: 'torch',
    region: 'back_flank',
    reading: null,
    goes_first: false,
    gain_bits: 0.6,
    also: [{ sign: 'grains', label: 'White grains' }],
    if_seen: { condition: 'velvet', name: 'Velvet', in_100_now: 19, in_100_then: 74 },
    if_not_there: { condition: 'columnaris', name: 'Columnaris', in_100_now: 61, in_100_then: 77 },
  }

  it('says what either answer would do and what it needs', () => {
    const text = show(NextLook, { props: { next } }).text()
    expect(text).toContain('19 → 74')
    expect(text).toContain('61 → 77')
    expect(text).toContain('needs a torch in the dark.')
    expect(text).toContain('2 min')
    expect(text).toContain('It shows as well: White grains.')
  })

  it('is answered where it stands', async () => {
    const drawn = show(NextLook, { props: { next } })
    await drawn.get('[data-testid=next-seen]').trigger('click')
    await drawn.get('[data-testid=next-absent]').trigger('click')
    expect(drawn.emitted('answer')).toEqual([[true], [false]])
  })

  it('sends a water test to the kit, not to a press', () => {
    const drawn = show(NextLook, {
      props: { next: { ...next, sign: 'nitrite_raised', kit: 'test', reading: 'nitrite' } },
    })
    expect(drawn.find('[data-testid=next-seen]').exists()).toBe(false)
    expect(drawn.text()).toContain('Read it with a kit')
  })
})

describe('the water gate', () => {
  const line = (name: string, state: string, figure: string, range_words: string, words = '') => ({
    name,
    state,
    harmful: state === 'above',
    needed: true,
    swung: false,
    figure,
    unit: '',
    doubted: false,
    range_words,
    words,
  })
  const gate: Schemas['GateOut'] = {
    state: 'shut',
    words: 'Mend the water first: temperature.',
    suspected: '',
    lines: [
      line('ammonia', 'unknown', '–', 'to 0.020', 'there is some; read pH to know how much of it harms'),
      line('nitrite', 'in_range', '0.03', 'to 0.10', 'low enough'),
      line('ph', 'in_range', '7.1', '6.0–8.2'),
      line('temperature', 'above', '31.0', '22.0–25.0'),
    ],
  }
  const typed = { ...NO_TEST }

  it('stands open, half open or shut, in words', () => {
    for (const [state, words] of [
      ['open', 'gate open'],
      ['half', 'gate half open'],
      ['shut', 'gate shut'],
    ] as const) {
      const drawn = show(GateBar, {
        props: { gate: { ...gate, state }, readWords: '', problem: null, typed, kit: {}, water: 'fresh' },
      })
      expect(drawn.get('[data-testid=gate]').text()).toBe(words)
    }
  })

  it('says what was read, what fits, and what is missing', () => {
    const text = show(GateBar, {
      props: {
        gate,
        readWords: 'read 13:50',
        problem: null,
        typed,
        kit: {},
        water: 'fresh',
        read: { temperature: '31.0' },
      },
    }).text()
    expect(text).toContain('31.0fit is 22.0–25.0')
    expect(text).toContain('read pH to know')
    expect(text).toContain('read 13:50')
  })
})
