/** What is made ready before the first egg is touched, in this order. */
export const PREFLIGHT = ['hands', 'dark', 'towel', 'lid', 'air'] as const
export type PreflightItem = (typeof PREFLIGHT)[number]

export const PREFLIGHT_WORDS: Readonly<Record<PreflightItem, { task: string; why: string }>> = {
  hands: { task: 'Hands washed and dry', why: 'Germs pass through pores; wash again afterwards.' },
  dark: { task: 'Room dark, eyes used to it', why: 'Do not look into the lamp.' },
  towel: { task: 'A warm, soft towel lies ready', why: 'Eggs roll, and they cool.' },
  lid: { task: 'Somewhere flat for the lid', why: 'It goes back on at once, flat, whenever a tray is out.' },
  air: {
    task: 'Humidity and temperature noted',
    why: 'They fall when you open; you will see when they are back.',
  },
}
