import { readEggs } from '../../src/cli/read-eggs.ts'
import { gradeEgg } from '../../src/core/grade/grade.ts'
import { NOT_EGGS, notAnEgg } from './picture.ts'

/** Numbers from here on took no part in the fit of what an egg is told by. */
const FROM = 1000
const AGE_DAYS = 10

/** What is said of pictures of other things: a line each kind. @param each - pictures of a kind */
export async function sayNotEggs(each: number): Promise<string> {
  const lines: string[] = []
  for (const kind of NOT_EGGS) {
    const said = { noEgg: 0, unlike: 0, unsure: 0, graded: 0, removed: 0 }
    for (let i = FROM; i < FROM + each; i++) {
      const { reading } = await readEggs(await notAnEgg(kind, i), { species: 'chicken' })
      if (reading.kind === 'rejected') {
        said.noEgg++
        continue
      }
      const verdict = gradeEgg(reading.eggs[0]!, { species: 'chicken', ageDays: AGE_DAYS, shell: 'tinted' })
      if (verdict.unreadable.includes('unlike-an-egg')) said.unlike++
      else if (verdict.grade === 'unsure') said.unsure++
      else said.graded++
      if (verdict.action === 'remove') said.removed++
    }
    lines.push(
      `${kind.padEnd(12)} no egg found ${said.noEgg}, unlike an egg ${said.unlike}, not sure ${said.unsure}, graded ${said.graded} (to be removed ${said.removed}) of ${each}`,
    )
  }
  return ['Pictures of other things', ...lines].join('\n')
}
