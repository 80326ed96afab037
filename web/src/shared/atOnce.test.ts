import { ref } from 'vue'
import { afterEach, describe, expect, it } from 'vitest'
import { painted, show } from '@/testing/mount'
import Dialog from './dialog'
import { OwnSelect } from './lists'

afterEach(() => (document.body.innerHTML = ''))
const has = (css: string) => document.body.querySelector(css) !== null

describe('a form that opens', () => {
  const Page = {
    components: { Dialog },
    setup: () => ({ visible: ref(false) }),
    template:
      '<button @click="visible = !visible" /><Dialog v-model:visible="visible" header="Dose"><input /></Dialog>',
  }

  it('dims the page at once, and stands on it a frame later', async () => {
    const drawn = show(Page)
    await drawn.get('button').trigger('click')
    expect([has('.dialog-comes'), has('[role=dialog]')]).toEqual([true, false])
    await painted()
    expect([has('.dialog-comes'), has('[role=dialog]'), has('[role=dialog] input')]).toEqual([
      false,
      true,
      true,
    ])
  })

  it('does not come where it was closed before it stood there, and comes again', async () => {
    const drawn = show(Page)
    await drawn.get('button').trigger('click')
    await drawn.get('button').trigger('click')
    await painted()
    expect([has('.dialog-comes'), has('[role=dialog]')]).toEqual([false, false])
    await drawn.get('button').trigger('click')
    await painted()
    expect(has('[role=dialog]')).toBe(true)
  })

  it('is closed by its cross', async () => {
    const drawn = show(Page)
    await drawn.get('button').trigger('click')
    await painted()
    document.body.querySelector<HTMLButtonElement>('[role=dialog] .p-dialog-close-button')!.click()
    await painted()
    expect((drawn.vm as unknown as { visible: boolean }).visible).toBe(false)
  })
})

describe('a list that opens', () => {
  const list = () => show(OwnSelect, { props: { options: ['10 L', '40 L'], modelValue: '10 L' } })

  it('has the focus at once, and its options a frame later', async () => {
    const drawn = list()
    await drawn.get('.p-select-label').trigger('click')
    expect(document.activeElement?.getAttribute('role')).toBe('combobox')
    expect(has('[role=option]')).toBe(false)
    await painted()
    expect(document.body.querySelectorAll('[role=option]').length).toBe(2)
  })

  it('stays open where a key opened it before, and closes by a press', async () => {
    const drawn = list()
    await drawn.get('.p-select-label').trigger('click')
    await drawn.get('[role=combobox]').trigger('keydown', { code: 'ArrowDown' })
    await painted()
    expect(has('[role=option]')).toBe(true)
    await drawn.get('.p-select-label').trigger('click')
    await painted()
    expect(drawn.get('[role=combobox]').attributes('aria-expanded')).toBe('false')
  })

  it('opens for nobody once its page is gone, nor where it is switched off', async () => {
    const drawn = list()
    await drawn.get('.p-select-label').trigger('click')
    drawn.unmount()
    await painted()
    expect(has('[role=option]')).toBe(false)
    const off = show(OwnSelect, { props: { options: ['10 L'], disabled: true } })
    await off.get('.p-select-label').trigger('click')
    await painted()
    expect(has('[role=option]')).toBe(false)
  })
})
