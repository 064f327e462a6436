// The house's own rules: sizes of files and functions, words where they belong, and what the docs name. Run by npm test.
import { execFileSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { parse } from 'vue/compiler-sfc'
import ts from 'typescript'

const MOST_FILE_LINES = 300
const MOST_FUNCTION_LINES = 80

/**
 * What is still larger, with the lines that it may have. It may shrink and leave the list; nothing is added.
 * Data that are one long table are left out altogether.
 */
const LARGE_FILES: Readonly<Record<string, number>> = {}
const LARGE_FUNCTIONS: Readonly<Record<string, number>> = {}
/** Files of the core that still make sentences; words belong to where they are shown. */
const SPEAKING_CORE: ReadonlySet<string> = new Set([])

const problems: string[] = []
const sources = execFileSync('git', ['ls-files', 'src'], { encoding: 'utf8' })
  .trim()
  .split('\n')
  .filter((file) => /\.(ts|vue)$/.test(file) && !file.endsWith('.test.ts') && existsSync(file))

/** A size against its limit, or against what it is still allowed. */
function checkSize(
  what: string,
  { lines, most, allowed }: { lines: number; most: number; allowed: number | undefined },
): void {
  if (lines > (allowed ?? most)) problems.push(`${what} has ${lines} lines, more than ${allowed ?? most}`)
  if (allowed !== undefined && lines <= most)
    problems.push(`${what} has shrunk to ${lines}: take it off the list`)
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

for (const file of sources) {
  const text = readFileSync(file, 'utf8')
  checkSize(file, { lines: text.split('\n').length, most: MOST_FILE_LINES, allowed: LARGE_FILES[file] })
  const script = file.endsWith('.vue') ? (parse(text).descriptor.scriptSetup?.content ?? '') : text
  const tree = ts.createSourceFile(file, script, ts.ScriptTarget.Latest, true)
  let speaks = false
  const visit = (node: ts.Node): void => {
    if (ts.isFunctionLike(node) && 'body' in node && node.body) {
      const lines = node.getText().split('\n').length
      const what = `${file}#${functionName(node)}`
      if (lines > MOST_FUNCTION_LINES || LARGE_FUNCTIONS[what] !== undefined)
        checkSize(what, { lines, most: MOST_FUNCTION_LINES, allowed: LARGE_FUNCTIONS[what] })
    }
    speaks ||= isSentence(node)
    ts.forEachChild(node, visit)
  }
  visit(tree)
  if (/^src\/(core|domain)\//.test(file) && speaks !== SPEAKING_CORE.has(file))
    problems.push(
      speaks
        ? `${file} makes sentences: say a code, the words are where it is shown`
        : `${file} speaks no more: take it off the list`,
    )
}

/** Files that the docs name, as `src/…`, `e2e/…`, `scripts/…`, or below src without it. */
const docs = execFileSync('git', ['ls-files', 'docs/*.md', 'README.md'], { encoding: 'utf8' })
  .trim()
  .split('\n')
const known = execFileSync('git', ['ls-files'], { encoding: 'utf8' }).trim().split('\n')
for (const doc of docs)
  for (const [, path] of readFileSync(doc, 'utf8').matchAll(
    /`([\w./-]+\/[\w.-]+\.(?:ts|vue|mjs|py|css|json))`/g,
  ))
    if (path && !known.some((file) => file === path || file.endsWith(`/${path.replace(/^\.\//, '')}`)))
      problems.push(`${doc} names ${path}, which is not there`)

if (problems.length > 0) {
  console.error(problems.join('\n'))
  process.exitCode = 1
} else
  console.log(
    `${sources.length} files: sizes, words of the core and what the docs name are as they should be`,
  )
