/** What a keeper is told, and what can be done about it. */
export interface Advice {
  message: string
  wayOn: string
}
