import sharp from 'sharp'
import type { GradeRecord } from '../contracts/files/grade-record.ts'
import { NO_NAME, surenessOf, type GroupTally, type Tally } from './flock-tally.ts'

const PICTURE_PX = 280
const GRADES: ReadonlyArray<readonly [GradeRecord['grade'], string]> = [
  ['developing', 'developing'],
  ['clear', 'clear'],
  ['blood-ring', 'blood ring'],
  ['quitter', 'quitter'],
  ['unsure', 'not sure'],
]
/** Few eggs carry no decimals. */
const MANY = 1000
const percent = (count: number, of: number): string =>
  of === 0 ? '–' : `${((100 * count) / of).toFixed(of < MANY ? 0 : 1)} %`
const escaped = (text: string): string => text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`)

/** One page that stands alone: no script, no file beside it. @param by - column that told flocks apart */
export async function reportPage(
  { photographs, eggs, by: groups, failures, leastSure }: Tally,
  by: string,
): Promise<string> {
  const unread = failures.reduce((sum, failure) => sum + failure.photographs, 0)
  const named = [...failures.flatMap(({ files }) => files), ...leastSure.map(({ file }) => file)]
  const folder = commonFolder(named)
  const pictures = await Promise.all(leastSure.map((record) => figure(record, folder)))
  return `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Candling report: ${eggs} eggs</title>
<style>
body { font: 16px/1.5 system-ui, sans-serif; max-width: 72rem; margin: 2rem auto; padding: 0 1rem; color: #2a211b; background: #fffdf8 }
table { border-collapse: collapse; width: 100%; margin-bottom: 2rem }
th, td { text-align: right; white-space: nowrap; padding: .25rem .6rem; border-bottom: 1px solid #ddd3c4 }
th:first-child, td:first-child { text-align: left }
.wide { overflow-x: auto }
.pictures { display: grid; grid-template-columns: repeat(auto-fill, minmax(14rem, 1fr)); gap: 1rem }
figure { margin: 0 } figcaption { font-size: .85rem; overflow-wrap: anywhere }
img { width: 100%; background: #000; aspect-ratio: 1; object-fit: contain }
</style>
<h1>${eggs.toLocaleString('en')} eggs in ${photographs.toLocaleString('en')} photographs</h1>
<p>Suggestions by the pictures alone. ${unread === 0 ? 'Every photograph could be read.' : `${unread} ${unread === 1 ? 'photograph' : 'photographs'} could not be read.`}${folder ? ` Folder: ${escaped(folder)}` : ''}</p>
${table(`By ${escaped(by)}`, by, groups.flock)}
${table('By day', 'day', groups.day)}
${table('By shell', 'shell', groups.shell)}
<h2>Not read</h2>
${unread === 0 ? '<p>None.</p>' : failures.map(({ why, photographs: count, files }) => `<p><strong>${count}</strong> ${escaped(why)}<br>${files.map((file) => escaped(file.slice(folder.length))).join('<br>')}${count > files.length ? '<br>…' : ''}</p>`).join('\n')}
<h2>Least sure</h2>
<p>Look at these yourself before you act on any of them.</p>
<div class="pictures">${pictures.join('\n')}</div>
</html>
`
}

/** The folders that all paths begin with, said once above them; none for a single path. */
function commonFolder(paths: readonly string[]): string {
  const [first = '', ...others] = new Set(paths)
  if (others.length === 0) return ''
  let end = first.lastIndexOf('/') + 1
  for (const path of others)
    while (!path.startsWith(first.slice(0, end))) end = first.slice(0, end - 1).lastIndexOf('/') + 1
  return first.slice(0, end)
}

function table(title: string, heading: string, groups: readonly GroupTally[]): string {
  // Where no photograph says it, a table of all eggs once more would say nothing.
  if (groups.every(({ name }) => name === NO_NAME))
    return `<h2>${title}</h2>\n<p>No column “${escaped(heading)}” says it of these photographs.</p>`
  const line = ({ name, eggs, grades, unreadable }: GroupTally): string =>
    `<tr><td>${escaped(name)}</td><td>${eggs}</td>${GRADES.map(([grade]) => `<td>${percent(grades[grade], eggs)}</td>`).join('')}<td>${unreadable}</td></tr>`
  return `<h2>${title}</h2>
<div class="wide"><table><thead><tr><th>${escaped(heading)}</th><th>eggs</th>${GRADES.map(([, words]) => `<th>${words}</th>`).join('')}<th>unreadable</th></tr></thead>
<tbody>${groups.map(line).join('\n')}</tbody></table></div>`
}

async function figure(record: GradeRecord, folder: string): Promise<string> {
  const words = GRADES.find(([grade]) => grade === record.grade)![1]
  // The photographs may lie on another machine than this page is made on: the words stay.
  const jpeg = await sharp(record.file)
    .rotate()
    .resize(PICTURE_PX, PICTURE_PX, { fit: 'inside' })
    .jpeg({ quality: 70 })
    .toBuffer()
    .catch(() => null)
  const image = jpeg
    ? `<img alt="" src="data:image/jpeg;base64,${jpeg.toString('base64')}">`
    : '<p>The photograph is not here.</p>'
  return `<figure>${image}<figcaption>${escaped(record.file.slice(folder.length))}, egg ${record.egg}: ${words}, ${percent(surenessOf(record), 1)} likely</figcaption></figure>`
}
