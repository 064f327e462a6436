// node --import tsx scripts/make-schema.ts: writes the JSON Schema of records.json for other people's tools.
import { writeFile } from 'node:fs/promises'
import { RECORDS_VERSION } from '../src/contracts/records/records.ts'
import { recordsJsonSchema } from '../src/contracts/files/records-schema.ts'

const path = new URL(`../docs/schema/records-${RECORDS_VERSION}.schema.json`, import.meta.url)
await writeFile(path, `${JSON.stringify(recordsJsonSchema(), null, 1)}\n`)
