import { readdirSync, readFileSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { describe, expect, it } from 'vitest'

const ENGLISH = 'src/locales/en'
type Messages = { readonly [key: string]: string | Messages }

/** Sentences by their address. */
function flat(messages: Messages, before = ''): Map<string, string> {
  const all = new Map<string, string>()
  for (const [key, said] of Object.entries(messages))
    if (typeof said === 'string') all.set(before + key, said)
    else for (const [address, one] of flat(said, `${before}${key}.`)) all.set(address, one)
  return all
}

/** Source files with the name under which they know the words of a job. */
function usersOf(job: string): Array<{ text: string; name: string }> {
  const table = new RegExp(`from '[^']*/locales/en/${job}.json'`)
  const words = sources.find(({ text }) => table.test(text))!.file
  return sources.flatMap(({ file, text }) =>
    [...text.matchAll(/import \{([^}]*)\} from '(\.[^']*)'/g)].flatMap(([, names, from]) => {
      if (resolve(dirname(file), from!) !== resolve(words)) return []
      const name = /\bt(?: as (\w+))?/.exec(names!)
      return name ? [{ text, name: name[1] ?? 't' }] : []
    }),
  )
}

const sources = readdirSync('src/app', { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.(ts|vue)$/.test(file))
  .map((file) => ({ file: `src/app/${file}`, text: readFileSync(`src/app/${file}`, 'utf8') }))
const jobs = readdirSync(ENGLISH).map((file) => file.replace('.json', ''))

describe.each(jobs)('the words of %s', (job) => {
  const said = flat(JSON.parse(readFileSync(`${ENGLISH}/${job}.json`, 'utf8')) as Messages)
  const users = usersOf(job)

  it('are all said somewhere', () => {
    const code = users.map(({ text }) => text).join('\n')
    const unsaid = [...said.keys()].filter((key) => {
      if (code.includes(`'${key}'`)) return false
      // Said by the code of what it is about: `grade.${code}`.
      return !code.includes('`' + key.slice(0, key.lastIndexOf('.') + 1) + '${')
    })
    expect(unsaid).toEqual([])
  })

  it('are given all that is put into them, by the names they use', () => {
    const wrong: string[] = []
    for (const { text, name } of users) {
      // What names its parts in place; a spread or a variable is left to the eye.
      const calls = new RegExp(`\\b${name}\\(\\s*'([\\w.-]+)'(?:,\\s*\\{([^{}]*)\\},?)?\\s*\\)`, 'g')
      for (const [, key, parts] of text.matchAll(calls)) {
        const message = said.get(key!)
        if (message === undefined) continue
        const wanted = new Set([...message.matchAll(/\{(\w+)\}/g)].map(([, part]) => part!))
        const simple = parts === undefined ? [] : topLevel(parts)
        if (simple.length !== wanted.size || simple.some((part) => !wanted.has(part)))
          wrong.push(`${key}: wants ${[...wanted].join(', ')}, is given ${simple.join(', ')}`)
      }
    }
    expect(wrong).toEqual([])
  })
})

/** Names of the parts of an object literal, whatever their values hold. */
function topLevel(parts: string): string[] {
  let depth = 0
  const bare = [...parts].filter((c) => {
    if ('([`'.includes(c) && !(c === '`' && depth > 0)) depth++
    else if (')]'.includes(c) || c === '`') depth--
    return depth === 0
  })
  return bare
    .join('')
    .split(',')
    .map((part) => part.split(':')[0]!.trim())
    .filter(Boolean)
}
