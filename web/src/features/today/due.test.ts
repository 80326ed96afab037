import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '@/api/client'
import { fakeServer, painted, problem, ROOM, show } from '@/testing/mount'
import { waiting } from '@/shared/outbox'
import DueList from './DueList.vue'

afterEach(() => {
  vi.unstubAllGlobals()
  waiting.value = []
  document.body.innerHTML = ''
})

function due(more: Partial<Schemas['DueOut']> = {}): Schemas['DueOut'] {
  return {
    task: 'task-1',
    kind: 'dose',
    section: 'now',
    tank: 'tank-1',
    tank_name: 'Weir',
    group: 'group-1',
    case: 'case-1',
    at_words: '14:00',
    late_words: '',
    title: 'Round 1',
    what: 'praziquantel',
    press: 'Gave 112 mg',
    press_amount: '112 mg',
    put_back: false,
    where_words: '',
    text: '',
    tool_words: 'scale, reads 1 mg',
    reaches: '2.49 mg/L',
    warning: '',
    warning_short: '',
    moves_words: '',
    use: '',
    reads: [],
    hangs: '',
    hangs_words: '',
    ...more,
  }
}
const done: Schemas['DoneOut'] = {
  ledger: 'dose',
  entry: 'dose-1',
  at_words: '13:40',
  words: 'Weir: gave 112 mg praziquantel',
  by: 'Ivo K.',
  amount: '112 mg',
  task: 'task-1',
}
const list = (dues: Schemas['DueOut'][], dones: Schemas['DoneOut'][] = [], waiting: string[] = []) =>
  show(DueList, { props: { due: dues, done: dones, waiting, tomorrow: [], upkeep: [] } })

describe('what is due', () => {
  it('stands under late, now and later, with their counts', () => {
    const drawn = list([
      due({ section: 'late', late_words: '80 min' }),
      due({ task: 't2', section: 'now' }),
      due({ task: 't3', section: 'later' }),
      due({ task: 't4', section: 'later' }),
    ])
    expect(drawn.findAll('h2').map((h) => h.text())).toEqual(['Late1', 'Now1', 'Later today2'])
    expect(drawn.text()).toContain('80 min')
  })

  it('records exactly what its button says', async () => {
    const calls = fakeServer([{ json: { uid: 'dose-9' } }])
    const drawn = list([due()])
    await drawn.get('button').trigger('click')
    await flushPromises()
    expect(calls[0]?.path).toBe(`/api/rooms/${ROOM}/tasks/task-1/dose`)
    expect(calls[0]?.body).toMatchObject({ amount: '112 mg' })
    expect(calls[0]?.body['write_id']).toMatch(/^[0-9a-f-]{36}$/)
  })

  it('has a warning read before the press counts', async () => {
    const calls = fakeServer([])
    const drawn = list([due({ warning: 'The water already holds 2.49 mg/L.', warning_short: 'look first' })])
    await drawn.get('button').trigger('click')
    await painted()
    expect(calls).toHaveLength(0)
    expect(document.body.textContent).toContain('The water already holds 2.49 mg/L.')
  })

  it('asks what was given where a bath was done without the timer', async () => {
    const calls = fakeServer([
      problem('invalid-input', 'How many minutes were they in?'),
      { json: { uid: 'task-1' } },
    ])
    const drawn = list([due({ kind: 'bath', use: 'fmh_1', title: 'Bath', what: 'bath', press: 'Done' })])
    await drawn.get('[aria-label^="done already"]').trigger('click')
    await painted()
    expect(calls).toHaveLength(0)
    const fields = document.body.querySelectorAll<HTMLInputElement>('.p-dialog input')
    fields[0]!.value = 'formalin, 0.8 mL in 5 L'
    fields[0]!.dispatchEvent(new Event('input'))
    document.body.querySelector<HTMLFormElement>('.p-dialog form')!.dispatchEvent(new Event('submit'))
    await flushPromises()
    expect(document.body.textContent).toContain('How many minutes were they in?')
    fields[1]!.value = '30'
    fields[1]!.dispatchEvent(new Event('input'))
    document.body.querySelector<HTMLFormElement>('.p-dialog form')!.dispatchEvent(new Event('submit'))
    await flushPromises()
    expect(calls[1]?.path).toBe(`/api/rooms/${ROOM}/tasks/task-1/done`)
    expect(calls[1]?.body).toMatchObject({
      given: 'formalin, 0.8 mL in 5 L',
      minutes: '30',
      happened_at: null,
    })
    expect(document.body.querySelector('.p-dialog form')).toBeNull()
  })

  it('offers no second press for what waits without a connection', async () => {
    fakeServer([])
    const drawn = list([due(), due({ task: 'task-2', kind: 'water_change' })])
    expect(drawn.findAll('.presses')).toHaveLength(2)
    const entry = { words: 'one', at: '2026-11-24T20:30:00.000Z' }
    waiting.value = [{ ...entry, path: `/api/rooms/${ROOM}/tasks/task-1/dose`, body: {} }]
    await flushPromises()
    expect(drawn.findAll('[data-testid=kept-here]')).toHaveLength(1)
    waiting.value.push({
      ...entry,
      path: `/api/rooms/${ROOM}/tanks/tank-1/changes`,
      body: { task: 'task-2' },
    })
    await flushPromises()
    expect(drawn.findAll('[data-testid=kept-here]')).toHaveLength(2)
    expect(drawn.find('.presses').exists()).toBe(false)
  })

  it('tells who was quicker', async () => {
    fakeServer([problem('already-done', 'Ivo K. has done this already, at 14:02.')])
    const drawn = list([due()])
    await drawn.get('button').trigger('click')
    await flushPromises()
    expect(drawn.get('[data-testid=problem]').text()).toBe('Ivo K. has done this already, at 14:02.')
  })

  it('undoes by striking out, and takes up again what was left out', async () => {
    const calls = fakeServer([{ json: { uid: 'x' } }, { json: { uid: 'y' } }])
    const drawn = list(
      [],
      [done, { ...done, ledger: 'task', entry: 'task-7', words: 'Weir: left out change half', task: '' }],
    )
    for (const button of drawn.findAll('[aria-label^="undo"]')) {
      await button.trigger('click')
      await flushPromises()
    }
    expect(calls.map((c) => c.path)).toEqual([
      `/api/rooms/${ROOM}/strike`,
      `/api/rooms/${ROOM}/tasks/task-7/take-up`,
    ])
    expect(calls[0]?.body).toMatchObject({ ledger: 'dose', entry: 'dose-1' })
  })

  it('corrects doses only', () => {
    const drawn = list(
      [],
      [done, { ...done, ledger: 'loss', entry: 'loss-1', words: 'Weir: 1 lost', task: '' }],
    )
    expect(drawn.findAll('[aria-label^="correct"]')).toHaveLength(1)
  })

  it('says so when nothing is due, and who waits', () => {
    const drawn = list([], [], ['Paddle has no name yet.'])
    expect(drawn.text()).toContain('Nothing else is due today.')
    expect(drawn.text()).toContain('Paddle has no name yet.')
  })
})
