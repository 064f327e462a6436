// The house's own rules: sizes of files and functions, words where they belong, and what the docs name. Run by npm test.
import { readdirSync, readFileSync } from 'node:fs'
import { parse } from 'vue/compiler-sfc'
import ts from 'typescript'

const MOST_FILE_LINES = 300
const MOST_FUNCTION_LINES = 80

/** Files of the core that still make sentences, or hold names: of birds, and of the made-up hatchery. Others say codes. */
const SPEAKING_CORE: ReadonlySet<string> = new Set([
  'src/core/simulate/demo-climate.ts',
  'src/core/simulate/demo-hatchery.ts',
  'src/core/species/species.ts',
])

const problems: string[] = []
/** Of each name in a file, its longest function: those inside bear the name of the one around them where they have none. */
const longest = new Map<string, number>()
/** All files of a folder, with its own name before theirs. */
const filesIn = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' }).map(
    (file) => `${folder}/${file.replaceAll('\\', '/')}`,
  )
const sources = filesIn('src').filter((file) => /\.(ts|vue)$/.test(file) && !file.endsWith('.test.ts'))

function checkSize(what: string, lines: number, most: number): void {
  if (lines > most) problems.push(`${what} has ${lines} lines, more than ${most}`)
}

function functionName(node: ts.Node): string {
  if (ts.isFunctionDeclaration(node) || ts.isMethodDeclaration(node)) return node.name?.getText() ?? 'default'
  for (let at = node.parent; !ts.isSourceFile(at); at = at.parent)
    if (ts.isVariableDeclaration(at) || ts.isPropertyDeclaration(at)) return at.name.getText()
  return 'default'
}

/** A sentence for people: two words or more of letters, not a code, not a message for developers. */
function isSentence(node: ts.Node): boolean {
  if (
    !ts.isStringLiteral(node) &&
    !ts.isNoSubstitutionTemplateLiteral(node) &&
    !ts.isTemplateExpression(node)
  )
    return false
  for (let at = node.parent; !ts.isSourceFile(at); at = at.parent)
    if (ts.isThrowStatement(at) || ts.isImportDeclaration(at) || ts.isLiteralTypeNode(at)) return false
  const words = node
    .getText()
    .slice(1, -1)
    .replace(/\$\{[^}]*\}/g, ' ')
  return /[A-Z][a-z]+ [a-z]+ [a-z]+/.test(words) || /^[A-Z][a-z]+( [a-z]+)+$/.test(words)
}

/** As the compiler counts the kinds of nodes. */
const COMMENT = 3
/** The first words that a template says by itself; null where all come from a table. */
function wordsOfTemplate(node: { type: number; content?: unknown; children?: unknown }): string | null {
  if (node.type === COMMENT) return null
  if (typeof node.content === 'string') return /[a-z]{2,} [a-z]{2,}/i.exec(node.content)?.[0] ?? null
  const children = Array.isArray(node.children) ? (node.children as Array<typeof node>) : []
  return children.map(wordsOfTemplate).find((words) => words !== null) ?? null
}

/** What a page takes from the kit instead. */
const RAW_CONTROLS: ReadonlySet<string> = new Set([
  'button',
  'input',
  'select',
  'textarea',
  'details',
  'dialog',
])
const KIT = 'src/app/shared/kit/'
function rawControlsOf(node: { tag?: string; children?: unknown }): string[] {
  const children = Array.isArray(node.children) ? (node.children as Array<typeof node>) : []
  return [...(node.tag && RAW_CONTROLS.has(node.tag) ? [node.tag] : []), ...children.flatMap(rawControlsOf)]
}

for (const file of sources) {
  const text = readFileSync(file, 'utf8')
  checkSize(file, text.split('\n').length, MOST_FILE_LINES)
  const component = file.endsWith('.vue') ? parse(text).descriptor : null
  const script = component ? (component.scriptSetup?.content ?? '') : text
  const said = component?.template?.ast ? wordsOfTemplate(component.template.ast) : null
  if (said) problems.push(`${file} says “${said}”: the words of a job are in src/locales`)
  if (component?.template?.ast && !file.startsWith(KIT))
    for (const tag of new Set(rawControlsOf(component.template.ast)))
      problems.push(`${file} has a raw ${tag}: controls are taken from the kit`)
  const tree = ts.createSourceFile(file, script, ts.ScriptTarget.Latest, true)
  let speaks = false
  const visit = (node: ts.Node): void => {
    if (ts.isFunctionLike(node) && 'body' in node && node.body) {
      const what = `${file}#${functionName(node)}`
      longest.set(what, Math.max(longest.get(what) ?? 0, node.getText().split('\n').length))
    }
    speaks ||= isSentence(node)
    ts.forEachChild(node, visit)
  }
  visit(tree)
  if (file.startsWith('src/app/') && speaks)
    problems.push(`${file} makes sentences: the words of a job are in src/locales`)
  if (/^src\/(core|domain)\//.test(file) && speaks !== SPEAKING_CORE.has(file))
    problems.push(
      speaks
        ? `${file} makes sentences: say a code, the words are where it is shown`
        : `${file} speaks no more: take it off the list`,
    )
}

for (const [what, lines] of longest) checkSize(what, lines, MOST_FUNCTION_LINES)

/** Files that the docs name, as `src/…`, `e2e/…`, `scripts/…`, `lab/…`, or below src without it. */
const docs = [...filesIn('docs').filter((file) => file.endsWith('.md')), 'README.md']
const known = [
  ...readdirSync('.'),
  ...filesIn('src'),
  ...filesIn('e2e'),
  ...filesIn('scripts'),
  ...filesIn('lab'),
  ...filesIn('docs'),
  ...filesIn('data'),
]
for (const doc of docs)
  for (const [, path] of readFileSync(doc, 'utf8').matchAll(/`([\w./-]*[\w-]+\.(?:ts|vue|mjs|py|css))`/g))
    if (path && !known.some((file) => file === path || file.endsWith(`/${path.replace(/^\.\//, '')}`)))
      problems.push(`${doc} names ${path}, which is not there`)

if (problems.length > 0) {
  console.error(problems.join('\n'))
  process.exitCode = 1
} else
  console.log(
    `${sources.length} files: sizes, words of the core and what the docs name are as they should be`,
  )
