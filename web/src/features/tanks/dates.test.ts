import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { fakeServer, show } from '@/testing/mount'
import DateText from '@/shared/DateText.vue'
import DayField from '@/shared/DayField.vue'
import LossForm from './LossForm.vue'

beforeEach(() => vi.useFakeTimers({ now: new Date('2026-11-30T08:00:00Z'), toFake: ['Date'] }))
afterEach(() => {
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

function dated(drawn: VueWrapper, at = 0) {
  return drawn.findAllComponents(DateText)[at]!.get('input')
}

describe('a typed date in a form', () => {
  it('is told back in words as it is typed, and sent as the instant it names', async () => {
    const calls = fakeServer([{ json: {} }, { json: {} }, { json: { uid: 'loss-1' } }])
    const drawn = show(LossForm, { props: { group: { uid: 'group-1', words: '8' } } })
    await dated(drawn).setValue('24 Nov 21:30')
    expect(drawn.text()).toContain('Tue 24 Nov 2026, 21:30')
    await drawn.get('form').trigger('submit')
    await flushPromises()
    expect(calls.find((c) => c.method === 'POST')?.body['happened_at']).toBe('2026-11-24T21:30:00.000Z')
  })

  it.each(['about nine', '03/04/2026', '1 Dec', '24 Nov 25:00'])(
    'holds the form and stays as it was typed where it can’t be read: %s',
    async (typed) => {
      const calls = fakeServer([])
      const drawn = show(LossForm, { props: { group: { uid: 'group-1', words: '8' } } })
      await dated(drawn).setValue(typed)
      // neither leaving the field nor Enter loses it
      await dated(drawn).trigger('blur')
      await drawn.get('form').trigger('submit')
      await flushPromises()
      expect(calls.filter((c) => c.method === 'POST')).toEqual([])
      expect((dated(drawn).element as HTMLInputElement).value).toBe(typed)
      expect(drawn.get('[role=alert]').text()).not.toBe('')
      await dated(drawn).setValue('')
      await drawn.get('form').trigger('submit')
      await flushPromises()
      expect(calls.find((c) => c.method === 'POST')?.body['happened_at']).toBe(null)
    },
  )

  it('is told apart only when the keeper has left the field or pressed', async () => {
    const drawn = show(LossForm, { props: { group: { uid: 'group-1', words: '8' } } })
    await dated(drawn).setValue('24 N')
    expect(drawn.find('[role=alert]').exists()).toBe(false)
    await dated(drawn).trigger('blur')
    expect(drawn.get('[role=alert]').text()).toContain('can’t be read')
  })

  it('on the shelf is the last day of a month that a label names', async () => {
    const drawn = show(DayField, {
      props: { label: 'Good until', field: 'expires_on', problem: null, modelValue: '', ahead: true },
    })
    await drawn.get('input').setValue('11/2027')
    expect(drawn.emitted('update:modelValue')).toEqual([['2027-11-30']])
    expect(drawn.text()).toContain('Tue 30 Nov 2027')
  })
})
