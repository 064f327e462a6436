// @vitest-environment happy-dom
import { mount, type DOMWrapper, type VueWrapper } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Placed } from '../../../core/tray/layout.ts'
import TrayLayout from './TrayLayout.vue'

const tray = { id: 't', name: 'Tray 1', rows: 2, columns: 3, numbering: 'letter-rows' as const }
const at = (row: number, column: number) => ({ trayId: 't', row, column })
const eggs = [
  { id: 'x', number: 1, place: at(0, 0) },
  { id: 'y', number: 2, place: at(0, 1) },
]

function open(): {
  wrapper: VueWrapper
  cell: (label: string) => DOMWrapper<Element>
  press: (key: string) => Promise<void>
  moves: () => Placed[][]
} {
  const wrapper = mount(TrayLayout, { props: { tray, eggs }, attachTo: document.body })
  return {
    wrapper,
    cell: (label) => wrapper.find(`[role="gridcell"][aria-label^="${label}"]`),
    press: async (key) => wrapper.find('[role="gridcell"][tabindex="0"]').trigger('keydown', { key }),
    moves: () => (wrapper.emitted('move') ?? []).map(([moved]) => moved as Placed[]),
  }
}

describe('a tray by keyboard', () => {
  it('has one stop for Tab, and the arrows go from there, never over the rim', async () => {
    const { wrapper, press } = open()
    const here = (): string => wrapper.find('[tabindex="0"]').attributes('aria-label')!
    expect(wrapper.findAll('[tabindex="0"]')).toHaveLength(1)
    expect(here()).toBe('A1, egg 1')
    for (const [key, label] of [
      ['ArrowRight', 'A2, egg 2'],
      ['ArrowDown', 'B2, empty'],
      ['ArrowDown', 'B2, empty'],
      ['ArrowRight', 'B3, empty'],
      ['ArrowRight', 'B3, empty'],
      ['ArrowUp', 'A3, empty'],
    ]) {
      await press(key!)
      expect(here()).toBe(label)
    }
  })

  it('takes an egg up, says so, and puts it down', async () => {
    const { wrapper, press, moves } = open()
    await press('Enter')
    expect(wrapper.find('[role="status"]').text()).toContain('Egg 1 picked up')
    for (const key of ['ArrowDown', ' ']) await press(key)
    expect(moves()).toEqual([[{ id: 'x', place: at(1, 0) }]])
    expect(wrapper.find('[role="status"]').text()).toBe('Egg 1 is now in B1.')
  })

  it('swaps with the egg that lies there', async () => {
    const { wrapper, press, moves } = open()
    for (const key of ['Enter', 'ArrowRight', 'Enter']) await press(key)
    expect(moves()).toEqual([
      [
        { id: 'x', place: at(0, 1) },
        { id: 'y', place: at(0, 0) },
      ],
    ])
    expect(wrapper.find('[role="status"]').text()).toContain('swapped places')
  })

  it('Escape leaves it where it was; an empty place holds nothing to take', async () => {
    const { wrapper, press, moves } = open()
    for (const key of ['Enter', 'ArrowDown', 'Escape', 'Enter', 'ArrowRight', 'Enter']) await press(key)
    expect(moves()).toEqual([])
    expect(wrapper.find('[role="status"]').text()).toBe('Move cancelled.')
  })
})
