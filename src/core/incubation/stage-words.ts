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
      embryo: 'Cells divide; the first blood islands form.',
      tonight: 'An even glow with a drifting yolk. Nothing to tell a fertile egg by yet; cracks show.',
    },
  },
  {
    until: 0.26,
    words: {
      title: 'First blood',
      embryo: 'The heart beats and vessels spread over the yolk.',
      tonight:
        'In pale shells a small spot with thin vessels, like a spider. Dark shells show nothing certain.',
    },
  },
  {
    until: 0.4,
    words: {
      title: 'Eye and dance',
      embryo: 'The eye darkens, limbs bud, and it rocks in its water.',
      tonight: 'A small body with a dark eye, bobbing; vessels over half the egg.',
    },
  },
  {
    until: 0.54,
    words: {
      title: 'Halfway',
      embryo: 'Beak, feathers’ first rows and claws take shape.',
      tonight: 'A dark mass over a third to a half of the contents, moving; vessels over the rest.',
    },
  },
  {
    until: 0.74,
    words: {
      title: 'Filling up',
      embryo: 'It grows fastest now and turns toward its place.',
      tonight: 'Dark over most of the egg; a red glow and vessels near the small end.',
    },
  },
  {
    until: 0.88,
    words: {
      title: 'Nearly dark',
      embryo: 'It lies lengthwise, head toward the blunt end.',
      tonight: 'Nearly all dark; only the air cell is bright, with a crisp edge.',
    },
  },
  {
    until: 1.06,
    words: {
      title: 'Getting out',
      embryo: 'It draws in the yolk, breaks into the air cell, then the shell.',
      tonight: 'The cell’s edge dips. Do not handle: the lid stays shut.',
    },
  },
  {
    until: Infinity,
    words: {
      title: 'Past its time',
      embryo: 'What lives is out, or far behind.',
      tonight: 'Open what has not hatched, after making sure twice that it is dead.',
    },
  },
]

/** @param stage - fraction of incubation, 0 at setting, 1 at the expected hatch */
export function stageWords(stage: number): StageWords {
  return STAGES.find(({ until }) => stage < until)!.words
}
