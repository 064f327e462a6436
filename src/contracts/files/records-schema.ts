import { z } from 'zod'
import { TABLE_SCHEMAS } from '../records/book.ts'
import { RECORD_TABLES } from '../records/record-tables.ts'
import { RECORDS_VERSION } from '../records/records.ts'

/** `records.json` of a bundle as JSON Schema (draft 2020-12), made from the schemas that read it here. */
export function recordsJsonSchema(): object {
  const tables = Object.fromEntries(
    RECORD_TABLES.map((table) => [
      table,
      table === 'hatchery' ? TABLE_SCHEMAS[table] : z.array(TABLE_SCHEMAS[table]),
    ]),
  )
  const file = z.object({
    format: z.literal('perlumen-records'),
    version: z.literal(RECORDS_VERSION),
    exportedAt: z.iso.datetime(),
    ...tables,
  })
  const schema = z.toJSONSchema(file, { io: 'input', target: 'draft-2020-12' })
  return {
    ...schema,
    $id: `urn:perlumen:records:${RECORDS_VERSION}`,
    title: `Perlumen records, version ${RECORDS_VERSION}`,
    description:
      'The part records.json of a Perlumen bundle. Photographs lie beside it under photos/, measured lines under shapes/, readings of probes under readings/; manifest.json names every file with its length and SHA-256.',
  }
}
