import { tableFromIPC } from 'apache-arrow'
import { readParquet } from 'parquet-wasm'

/** Rows of a Parquet file, read by another library than wrote it. */
export async function rowsOfParquet(bytes: Uint8Array): Promise<Array<Record<string, unknown>>> {
  const table = tableFromIPC(readParquet(bytes).intoIPCStream())
  return table.toArray().map((row) => ({ ...(row as { toJSON(): Record<string, unknown> }).toJSON() }))
}
