import { wanted } from '../core/wanted.ts'
import { spoken } from './language.ts'

/** Days of the bird by which the milestones are counted. */
const HEN_DAYS = 21

/**
 * What is new in a hen's egg on each of its days, in plain words; in other birds' eggs about the same comes at the same
 * share of their time.
 * @see Hamburger, V. & Hamilton, H. L. (1951). A series of normal stages in the development of the chick embryo.
 * J. Morphol. 88, 49–92.
 */
const BY_DAY = spoken({
  days: [
    'The white disc on the yolk grows wide; a streak shows where head and tail will be.',
    'The heart begins to beat, and the first vessels spread over the yolk.',
    'It turns on its side; buds of wings and legs stand out.',
    'The eye begins to darken, and a bag that breathes for it, the allantois, bulges out.',
    'Elbows and knees can be told; the vessels reach over half the yolk.',
    'The beak begins, and it moves by itself for the first time.',
    'Toes and wing fingers part; the neck grows long.',
    'The first rows of feather buds stand on its back.',
    'It begins to look like a bird, and its mouth opens.',
    'The egg tooth shows on the beak; the toes are free.',
    'The comb has points; the allantois lines nearly all of the shell.',
    'The first down shows, and the lids close over the eyes.',
    'Scales and claws form; chalk from the shell hardens the bones.',
    'It turns lengthwise, its head towards the blunt end.',
    'The gut is drawn into the body.',
    'Down covers it; beak, claws and scales are firm.',
    'The white is used up; the beak turns towards the air cell.',
    'It fills the egg; the head lies under the right wing.',
    'The yolk sac begins to be drawn in, with what it will live on.',
    'It breaks into the air cell, breathes, and may be heard.',
    'It cuts round the shell, and hatches.',
  ],
})
export const MILESTONES = HEN_DAYS

/**
 * What is new on a day of an egg.
 * @param day - counted from 1 on the day of setting
 * @param incubationDays - of the bird
 */
export function milestoneOn(day: number, incubationDays: number): string {
  wanted('incubationDays', incubationDays, [10, 60])
  const hensDay = Math.ceil((day / incubationDays) * HEN_DAYS - 1e-9)
  return BY_DAY.days[Math.min(HEN_DAYS, Math.max(1, hensDay)) - 1]!
}
