import { describe, expect, it } from 'vitest'
import { Problem } from '@/api/client'
import { show } from '@/testing/mount'
import CountField from './CountField.vue'
import FigureText from './FigureText.vue'
import LevelMark from './LevelMark.vue'
import ProblemNote from './ProblemNote.vue'
import SignMark from './SignMark.vue'
import StateMark from './StateMark.vue'
import TextField from './TextField.vue'

const wrong = new Problem({
  type: 'urn:pennywort:invalid-input',
  title: 'wrong',
  status: 422,
  detail: 'This must be more than nothing.',
  field: 'length',
})

describe('a field', () => {
  it('ties its label, its control and its error together', () => {
    const field = show(TextField, {
      props: { label: 'Length', field: 'length', problem: wrong, modelValue: '0' },
    })
    const input = field.get('input')
    expect(field.get('label').attributes('for')).toBe(input.attributes('id'))
    const error = field.get('[role=alert]')
    expect(error.text()).toBe('This must be more than nothing.')
    expect(input.attributes('aria-describedby')).toBe(error.attributes('id'))
  })

  it('shows only the problem that is its own', () => {
    const field = show(TextField, {
      props: { label: 'Width', field: 'width', problem: wrong, modelValue: '' },
    })
    expect(field.find('[role=alert]').exists()).toBe(false)
  })

  it('is described by its hint while nothing is wrong', () => {
    const field = show(TextField, { props: { label: 'Nitrite', hint: 'mg/L', modelValue: '' } })
    const id = field.get('input').attributes('aria-describedby')
    expect(field.get(`[id="${id}"]`).text()).toBe('mg/L')
  })

  it('gives what is typed to the form', async () => {
    const field = show(TextField, { props: { label: 'Length', modelValue: '' } })
    await field.get('input').setValue('24 in')
    expect(field.emitted('update:modelValue')).toEqual([['24 in']])
  })

  it('counts fish in whole numbers', () => {
    const field = show(CountField, { props: { label: 'How many', modelValue: 12 } })
    expect((field.get('input').element as HTMLInputElement).value).toBe('12')
  })
})

describe('a problem note', () => {
  it('speaks of what no field shows', () => {
    expect(show(ProblemNote, { props: { problem: wrong } }).text()).toBe('This must be more than nothing.')
    expect(show(ProblemNote, { props: { problem: wrong, fields: ['length'] } }).text()).toBe('')
    expect(show(ProblemNote, { props: { problem: null } }).text()).toBe('')
  })
})

describe('figures and marks', () => {
  it('closes up the point of a figure and keeps its unit', () => {
    const figure = show(FigureText, { props: { figure: '6.4', unit: 'mL' } })
    expect(figure.text().replace(/\s/g, ' ')).toBe('6.4 mL')
    expect(figure.findAll('i').map((i) => i.text())).toEqual(['.'])
  })

  it('draws seen, not there and not looked at in three shapes', () => {
    const shapes = (['seen', 'absent', 'unknown'] as const).map((state) => {
      const mark = show(SignMark, { props: { state } })
      return ['circle.disc', 'rect.square', 'path.diamond'].filter((s) => mark.find(s).exists())
    })
    expect(shapes).toEqual([['circle.disc'], ['rect.square'], ['path.diamond']])
  })

  it('draws in range, above, below and unknown in four shapes', () => {
    const drawn = (['in_range', 'above', 'below', 'unknown', 'none'] as const).map((state) => {
      const html = show(StateMark, { props: { state } }).html()
      return html.replace(/data-v-\w+=""/g, '').replace(/class="[^"]*"/g, '')
    })
    expect(new Set(drawn).size).toBe(5)
  })

  it('draws never, care and know as square, triangle and circle', () => {
    expect(
      show(LevelMark, { props: { level: 'never' } })
        .find('rect')
        .exists(),
    ).toBe(true)
    expect(show(LevelMark, { props: { level: 'care' } }).findAll('path')).toHaveLength(2)
    expect(
      show(LevelMark, { props: { level: 'know' } })
        .find('circle')
        .exists(),
    ).toBe(true)
  })
})
