import type { VueWrapper } from '@vue/test-utils'

/** Opens the list with this label, or the how many-th of them, and presses a choice; as a person would. */
export async function chooseInList(within: VueWrapper, list: string | number, name: string): Promise<void> {
  const buttons = within.findAll('button[aria-haspopup="listbox"]')
  const button =
    typeof list === 'number'
      ? buttons[list]
      : buttons.find((one) => one.element.parentElement?.querySelector('label')?.textContent === list)
  if (!button) throw new Error(`there is no list ${list}`)
  await button.trigger('click')
  const option = within.findAll('[role="option"]').find((one) => one.text() === name)
  if (!option)
    throw new Error(
      `${name} is not offered: ${within
        .findAll('[role="option"]')
        .map((one) => one.text())
        .join(', ')}`,
    )
  await option.trigger('click')
}

/** Presses one of the few that are seen. */
export async function chooseOfFew(within: VueWrapper, name: string): Promise<void> {
  const option = within.findAll('[role="radio"]').find((one) => one.text().startsWith(name))
  if (!option) throw new Error(`${name} is not offered`)
  await option.trigger('click')
}

/** The field with this label, within a component. */
export function fieldOf(within: VueWrapper, label: string) {
  const words = within.findAll('label').find((one) => one.text() === label)
  if (!words)
    throw new Error(
      `there is no field ${label}: ${within
        .findAll('label')
        .map((one) => one.text())
        .join(', ')}`,
    )
  return within.get<HTMLInputElement>(`[id="${words.attributes('for')}"]`)
}
