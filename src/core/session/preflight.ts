/** What is made ready before the first egg is touched, in this order. */
export const PREFLIGHT = ['hands', 'dark', 'towel', 'lid', 'air'] as const
export type PreflightItem = (typeof PREFLIGHT)[number]

export const PREFLIGHT_WORDS: Readonly<Record<PreflightItem, { task: string; why: string }>> = {
  hands: { task: 'Hands washed and dry', why: 'Germs pass through the pores. Wash again afterwards.' },
  dark: { task: 'Room dark, eyes adapted', why: 'Do not look into the lamp.' },
  towel: { task: 'Warm, soft towel ready', why: 'Eggs roll, and they cool.' },
  lid: { task: 'Flat place for the lid', why: 'Put the lid back at once, flat, whenever a tray is out.' },
  air: {
    task: 'Humidity and temperature noted',
    why: 'They fall when you open the lid; you will see when they recover.',
  },
}
