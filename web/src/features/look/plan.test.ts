import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '@/api/client'
import { anySign, flank, water } from '@/testing/look'
import { fakeServer, show } from '@/testing/mount'
import FishPlan from './FishPlan.vue'
import { places } from './places'

afterEach(() => (document.body.innerHTML = ''))

describe('the fish plan', () => {
  const drawn: Schemas['PlateOut'] = {
    svg: '<path class="flesh" d="M0 0h9"/>',
    places: { back_flank: { outline: 'M0 0h100v50h-100Z', point: [50, 20] as [number, number] } },
  }
  const props = { regions: [flank, water], picked: 'back_flank', list: 'list', shape: 'tang' }

  it('has a place for each region it is given, and marks what was found there', async () => {
    fakeServer([{ json: drawn }])
    const plan = show(FishPlan, { props: { ...props, signs: { grains: true } } })
    const labels = plan.findAll('button.label')
    expect(labels.map((b) => b.text())).toEqual(['back and flank, seen', 'water, not looked at'])
    expect(labels[0]?.attributes('aria-pressed')).toBe('true')
    await vi.waitFor(() => expect(plan.find('path.place').exists()).toBe(true))
    expect(plan.get('path.place').classes()).toContain('seen')
    expect(plan.get('path.place').attributes('d')).toBe(drawn.places['back_flank']?.outline)
  })

  it('asks for the shape of this fish with what was seen drawn on it', async () => {
    const calls = fakeServer([{ json: drawn }])
    const marked = {
      ...flank,
      signs: [
        anySign('grains', { drawn: 'grains_few' }),
        anySign('dust', { drawn: 'dust' }),
        anySign('dull', {}),
      ],
    }
    const plan = show(FishPlan, {
      props: { ...props, regions: [marked], signs: { grains: true, dust: false, dull: true } },
    })
    await vi.waitFor(() => expect(plan.find('.plate.fish .flesh').exists()).toBe(true))
    expect(calls[0]?.path).toBe('/api/reference/plates/tang')
    expect(plan.get('[data-testid=plate]').attributes('data-drawn')).toBe('grains_few')
  })

  it('picks a place by its label', async () => {
    fakeServer([{ json: drawn }])
    const plan = show(FishPlan, { props: { ...props, signs: {} } })
    await plan.get('[data-testid=place-water]').trigger('click')
    expect(plan.emitted('update:picked')).toEqual([['water']])
  })

  it('has a label for each place, and a drawing of its own for each that is not on the body', () => {
    expect(places).toHaveLength(14)
    expect(places.filter((p) => p.inset)).toHaveLength(7)
  })
})
