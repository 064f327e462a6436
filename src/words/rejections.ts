import type { RejectionCode } from '../core/measure/reading.ts'
import { spoken } from './language.ts'

/** Why a photograph cannot be measured, and what to do about it. */
export const REJECTION_WORDS: Readonly<Record<RejectionCode, string>> = spoken({
  'too-small': 'This picture is too small to measure: it needs at least 160 pixels on its short side.',
  'no-egg': 'No backlit egg was found in this picture.',
  'outline-unclear':
    'Something glows here, but its outline is not an egg. Keep other light away and try again.',
  'egg-cut-off': 'Too much of the egg is outside the picture. Move back so that all of it is in view.',
})
