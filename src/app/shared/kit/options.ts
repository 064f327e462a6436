/** One thing to be chosen, and what it is called. */
export interface Option<T> {
  value: T
  name: string
}

/** Choices from a table of names by code, in the table's order. */
export function optionsOf<K extends string>(names: Readonly<Record<K, string>>): Array<Option<K>> {
  return Object.entries<string>(names).map(([value, name]) => ({ value: value as K, name }))
}
