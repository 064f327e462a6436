/** A school of practice: a named choice with its reason. None is right everywhere. */
export interface School {
  label: string
  reason: string
}
