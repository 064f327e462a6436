/** What holds a lamp back. */
export const LAMP_LIMITS = [
  'dim',
  'dark-exposure',
  'bright-exposure',
  'blur',
  'room',
  'glare',
  'one-sided',
] as const
export type LampLimit = (typeof LAMP_LIMITS)[number]

/** Single changes that are tried out. A leaking collar has none: what it adds is not drawn. */
export const LAMP_CHANGES = ['more-light', 'exposure', 'focus', 'dark-room'] as const
export type LampChange = (typeof LAMP_CHANGES)[number]
