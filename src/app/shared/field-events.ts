import { typedNumber } from '../../core/typed-number.ts'

/** What stands in the field that an event comes from. */
export function textIn(event: Event): string {
  return (event.target as HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement).value
}

/** The number in the field that an event comes from, with a comma or a point; NaN where there is none. */
export function numberIn(event: Event): number {
  return figureIn(event) ?? NaN
}

/** The same, but null where the field is empty: NaN is of what is no number. */
export function figureIn(event: Event): number | null {
  return typedNumber(textIn(event))
}
