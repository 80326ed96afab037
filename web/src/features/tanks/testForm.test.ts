import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { fakeServer, ROOM, show } from '@/testing/mount'
import TestForm from './TestForm.vue'

afterEach(() => vi.unstubAllGlobals())

describe('the form of a water test', () => {
  it('has what the task asks for open and first, and keeps it', async () => {
    const calls = fakeServer([{ json: { uid: 'reading-1' } }])
    const drawn = show(TestForm, { props: { tank: 'tank-1', asked: ['copper'] } })
    expect(drawn.findAll('label')[0]?.text()).toBe('Copper')
    expect(drawn.get('[data-testid=more-readings]').text()).toBe(
      'Oxygen, chlorine, salinity, nitrate, chloride, phosphate, carbonate hardness, general hardness',
    )
    await drawn.get('input').setValue('2.1')
    await drawn.get('form').trigger('submit')
    await flushPromises()
    expect(calls[0]?.path).toBe(`/api/rooms/${ROOM}/tanks/tank-1/readings`)
    expect(calls[0]?.body).toMatchObject({ copper: '2.1', temperature: '' })
  })

  it('asks for the usual four where nothing is named', () => {
    const drawn = show(TestForm, { props: { tank: 'tank-1' } })
    expect(
      drawn
        .findAll('label')
        .slice(0, 4)
        .map((l) => l.text()),
    ).toEqual(['Temperature', 'pH', 'Ammonia', 'Nitrite'])
    expect(drawn.get('[data-testid=more-readings]').text()).toContain('nitrate, chloride, copper, phosphate')
  })
})
