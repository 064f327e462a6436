import { spoken } from './language.ts'

/** What a candler can hope to see at one stage. */
export interface StageWords {
  title: string
  /** How the embryo is. */
  embryo: string
  /** What a living egg shows against the lamp. */
  tonight: string
}

/** By fraction of incubation; each holds up to the given one. */
const STAGES: ReadonlyArray<{ until: number; words: StageWords }> = [
  {
    until: 0.12,
    words: {
      title: 'Settling in',
      embryo: 'Cells divide and the first blood islands form.',
      tonight: 'Even glow with a drifting yolk. Fertility does not show yet; cracks do.',
    },
  },
  {
    until: 0.26,
    words: {
      title: 'First blood',
      embryo: 'The heart beats and vessels spread over the yolk.',
      tonight:
        'In pale shells a small spot with thin vessels, like a spider. Dark shells show nothing certain yet.',
    },
  },
  {
    until: 0.4,
    words: {
      title: 'Eye and first movements',
      embryo: 'The eye darkens, limbs bud, and the embryo rocks.',
      tonight: 'A small body with a dark eye, bobbing; vessels over half the egg.',
    },
  },
  {
    until: 0.54,
    words: {
      title: 'Halfway',
      embryo: 'Beak, first feather rows and claws form.',
      tonight: 'A dark mass over a third to a half of the contents, moving; vessels over the rest.',
    },
  },
  {
    until: 0.74,
    words: {
      title: 'Filling up',
      embryo: 'It grows fastest now and turns into position.',
      tonight: 'Dark over most of the egg; a red glow and vessels near the small end.',
    },
  },
  {
    until: 0.88,
    words: {
      title: 'Nearly dark',
      embryo: 'It lies lengthwise, head towards the blunt end.',
      tonight: 'Nearly all dark; only the air cell is bright, with a crisp edge.',
    },
  },
  {
    until: 1.06,
    words: {
      title: 'Hatching',
      embryo: 'It absorbs the yolk, breaks into the air cell, then through the shell.',
      tonight: 'The air cell dips. Do not handle: keep the lid shut.',
    },
  },
  {
    until: Infinity,
    words: {
      title: 'Overdue',
      embryo: 'Live chicks are out, or far behind.',
      tonight: 'Open unhatched eggs, after making sure twice that they are dead.',
    },
  },
]

/** @param stage - fraction of incubation, 0 at setting, 1 at the expected hatch */
export function stageWords(stage: number): StageWords {
  return spoken({ ...STAGES.find(({ until }) => stage < until)!.words })
}
