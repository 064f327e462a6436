import { main } from '../cli/main.ts'
import { gradeRecordSchema, type GradeRecord } from '../contracts/files/grade-record.ts'

/** Runs the command line in this process, where all is loaded; grading by one worker unless told otherwise. */
export async function runCommand(...argv: string[]): Promise<{ code: number; out: string; err: string }> {
  let out = ''
  let err = ''
  const alone = argv[0] === 'grade' && !argv.includes('--jobs') ? ['--jobs', '1'] : []
  const code = await main([...argv.slice(0, 1), ...alone, ...argv.slice(1)], {
    stdout: { write: (text) => (out += text) },
    stderr: { write: (text) => (err += text) },
  })
  return { code, out, err }
}

/** What `perlumen grade` says of each egg, checked by its schema. */
export async function gradedBy(...argv: string[]): Promise<{ code: number; list: GradeRecord[] }> {
  const { code, out } = await runCommand('grade', ...argv)
  return { code, list: (JSON.parse(out) as unknown[]).map((record) => gradeRecordSchema.parse(record)) }
}
