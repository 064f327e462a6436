import { idField } from '../records/fields.ts'

/** What a label stands for. */
export interface Label {
  kind: 'tray' | 'egg'
  id: string
}

const FORM = /^perlumen:(tray|egg)\/(.+)$/

/** What is written in a label's QR code. */
export function labelCode({ kind, id }: Label): string {
  return `perlumen:${kind}/${id}`
}

/** @returns null for a code of somebody else's */
export function readLabelCode(text: string): Label | null {
  const [, kind, id] = FORM.exec(text) ?? []
  return kind && idField.safeParse(id).success ? { kind: kind as Label['kind'], id: id! } : null
}
