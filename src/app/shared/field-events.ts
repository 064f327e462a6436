/** What stands in the field that an event comes from. */
export function textIn(event: Event): string {
  return (event.target as HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement).value
}

/** The number in the field that an event comes from; NaN where there is none. */
export function numberIn(event: Event): number {
  return (event.target as HTMLInputElement).valueAsNumber
}
