// @vitest-environment happy-dom
import { afterEach, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import { useKeys } from './useKeys.ts'

const scope = effectScope()
afterEach(() => scope.stop())

it('Enter confirms also while the egg at hand has the focus; another button it presses itself', () => {
  const agree = vi.fn()
  scope.run(() => useKeys({ Enter: agree }))
  const press = (attributes: Record<string, string>): void => {
    const button = document.createElement('button')
    for (const [name, value] of Object.entries(attributes)) button.setAttribute(name, value)
    document.body.append(button)
    button.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
  }
  press({ 'aria-current': 'true' })
  expect(agree).toHaveBeenCalledTimes(1)
  press({})
  expect(agree).toHaveBeenCalledTimes(1)
})
