import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import DateText from '@/shared/DateText.vue'
import { fakeServer, show } from '@/testing/mount'
import BottleForm from './BottleForm.vue'

afterEach(() => vi.unstubAllGlobals())

describe('the form of a bottle', () => {
  it('is held while its date may be a day or a year', async () => {
    const calls = fakeServer([{ json: [] }])
    const drawn = show(BottleForm)
    await drawn.findComponent(DateText).get('input').setValue('11/27')
    await drawn.get('form').trigger('submit')
    await flushPromises()
    expect(calls.filter((c) => c.method === 'POST')).toEqual([])
    expect(drawn.text()).toContain('Write the year in full')
  })
})
