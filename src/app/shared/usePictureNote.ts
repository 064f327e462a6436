import { useHatcheryStore } from '../data/hatchery.ts'
import { t } from './words.ts'

/** Notes need no more than this on their long side, px: what is looked at is a beak, not a vessel. */
const LONG_SIDE_PX = 1280
const JPEG_QUALITY = 0.85

/** Keeps a photograph as a note of an egg, drawn down so that hundreds fit. */
export function usePictureNote() {
  const store = useHatcheryStore()
  /** @throws Error with a sentence when the file is no picture, or cannot be kept */
  async function note(eggId: string, file: Blob): Promise<void> {
    await store.addPicture(eggId, await drawnDown(file))
  }
  return { note }
}

async function drawnDown(file: Blob): Promise<Blob> {
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => null)
  if (!bitmap) throw new Error(t('picture.unreadable'))
  const scale = Math.min(1, LONG_SIDE_PX / Math.max(bitmap.width, bitmap.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(bitmap.width * scale))
  canvas.height = Math.max(1, Math.round(bitmap.height * scale))
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  bitmap.close()
  const drawn = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', JPEG_QUALITY))
  if (!drawn) throw new Error(t('picture.notResized'))
  return drawn
}
