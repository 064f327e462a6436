import { filmLook, lightForFilm, type FilmLook } from '../core/growth/film-look.ts'
import { lightOf } from '../core/image/linear.ts'
import { lampLight, roomLight, type LampLight } from '../core/lamp/lamp-light.ts'
import { readPhoto } from '../core/measure/read-photo.ts'
import type { SpeciesName } from '../core/species/species.ts'
import { rowsOfBitmap } from './bitmap-rows.ts'
import type { ToLayUpright } from './protocol.ts'
import { checkedFile, unpack } from './unpack.ts'

/** What is asked of a photograph's light beside measuring its egg. */

export async function layUpright({
  photo,
  outline,
  shapes,
  form,
  heightPx,
}: ToLayUpright): Promise<FilmLook> {
  const bitmap = await unpack(photo)
  try {
    const light = lightForFilm(rowsOfBitmap(bitmap), outline, heightPx)
    return filmLook(light, { outline, shapes }, { form, heightPx })
  } finally {
    bitmap.close()
  }
}

/** Enough to see how sharp an edge is. */
const LAMP_LONG_SIDE_PX = 1200
const ROOM_LONG_SIDE_PX = 64

export async function readLamp(photo: Blob, species: SpeciesName): Promise<LampLight | null> {
  const bitmap = await unpack(await checkedFile(photo))
  try {
    const reading = readPhoto(rowsOfBitmap(bitmap), { species, stage: 0 })
    if (reading.kind === 'rejected' || reading.eggs.length !== 1) return null
    const { outline, light } = reading.eggs[0]!
    return lampLight(lightOf(rowsOfBitmap(bitmap), LAMP_LONG_SIDE_PX), outline, light)
  } finally {
    bitmap.close()
  }
}

export async function readRoom(photo: Blob): Promise<number> {
  const bitmap = await unpack(await checkedFile(photo))
  try {
    return roomLight(lightOf(rowsOfBitmap(bitmap), ROOM_LONG_SIDE_PX))
  } finally {
    bitmap.close()
  }
}
