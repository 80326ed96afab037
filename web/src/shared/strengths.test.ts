import { describe, expect, it } from 'vitest'
import { Problem, type Schemas } from '@/api/client'
import { show } from '@/testing/mount'
import StrengthFields from './StrengthFields.vue'
import { productsOf } from './strengths'

const active = {
  id: 'formalin',
  strengths: [
    { id: 'f37', name: 'formalin, 37 %' },
    { id: 'f10', name: 'formalin, 10 %' },
  ],
  uses: [
    { id: 'short', strengths: ['f37'] },
    { id: 'long', strengths: null },
  ],
} as unknown as Schemas['ActiveOut']
const bottle = (uid: string, holds: string, past: boolean, of = 'formalin') => ({
  uid,
  active: of,
  name: uid,
  holds,
  past,
})
const shelf = {
  bottles: [
    bottle('green', '37 %', false),
    bottle('old', '37 %', true),
    bottle('salt', 'pure', false, 'sodium_chloride'),
  ],
} as unknown as Schemas['ShelfOut']

describe('what a medicine may be taken from', () => {
  it('begins with the shelf, and leaves out what is past its date', () => {
    expect(productsOf(active, shelf, 'long', false).map((p) => p.value)).toEqual([
      'bottle:green',
      'f37',
      'f10',
      'own',
    ])
  })

  it('offers what is past its date where asked to, and says so', () => {
    expect(productsOf(active, shelf, 'long', true)[1]).toEqual({
      value: 'bottle:old',
      label: 'old, 37 %, past its date',
    })
  })

  it('keeps to the strengths a use allows', () => {
    expect(productsOf(active, shelf, 'short', false).map((p) => p.value)).toEqual([
      'bottle:green',
      'f37',
      'own',
    ])
  })

  it('offers nothing of what has no product', () => {
    expect(productsOf({ ...active, strengths: [] }, undefined, 'long', false)).toEqual([])
  })
})

describe('what a label says', () => {
  const fields = { value: ['own.value'], density: ['own.density'] }
  const wrong = new Problem({
    type: 'urn:pennywort:invalid-input',
    title: 'wrong',
    status: 422,
    detail: 'No liquid holds so much.',
    field: 'own.value',
  })

  it('asks for the density where per cent are by weight alone', () => {
    const of = (kind: Schemas['OwnStrength']['kind']) =>
      show(StrengthFields, { props: { kind, value: '', density: '', fields, problem: null } }).findAll(
        'input',
      )
    expect(of('percent_w_w').length - of('percent_w_v').length).toBe(1)
    expect(of('mg_each').length).toBe(of('percent_w_v').length)
  })

  it('says what is wrong beside the figure, by the name that was sent', () => {
    const form = show(StrengthFields, {
      props: { kind: 'mg_per_ml', value: '9999', density: '', fields, problem: wrong },
    })
    expect(form.findAll('[role=alert]').map((e) => e.text())).toEqual(['No liquid holds so much.'])
  })
})
