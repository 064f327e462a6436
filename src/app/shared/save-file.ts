/** Hands a file to the browser's downloads. */
export function saveFile(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  // Some browsers read the file only after the click has returned.
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}

/** A name without what file systems refuse. */
export function fileNameOf(text: string): string {
  return (
    text
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '') || 'set'
  )
}
