/** A word of the trade, with what it means here. */
export interface Entry {
  readonly word: string
  /** Other words that are looked for. */
  readonly also: readonly string[]
  readonly says: string
  readonly example: string
}

/** Words that this app uses in a sense of their own, each told once. */
export const glossary = {
  ahead: {
    word: 'ahead, behind',
    also: ['won', 'lost', 'lead', 'verdict'],
    says: 'The difference is there, and it is at least as large as what matters. How large it is, is the best estimate; that there is one, is what is shown.',
    example: '+4.1 % with an interval from +3.2 to +5.0 %, where 1 % matters, is ahead.',
  },
  even: {
    word: 'even',
    also: ['equal', 'same', 'verdict'],
    says: 'It is shown that the difference is smaller than what matters. That is more than no difference having been found.',
    example: '+0.2 % with an interval from −0.3 to +0.7 %, where 1 % matters, is even.',
  },
  undecided: {
    word: 'undecided',
    also: ['unclear', 'verdict'],
    says: 'The interval holds differences that matter and others that do not. More runs would show which, or more days where days alone move a score by as much.',
    example: '+1.2 % with an interval from −0.4 to +2.8 % is undecided.',
  },
  noise: {
    word: 'noise unknown',
    also: ['repeat', 'spread', 'single'],
    says: 'Nobody knows how far a repeat would fall from this number, because it was read once, and no other setup says how far repeats of this test fall apart.',
    example: 'One run of 612 points: a second may read 610 or 650.',
  },
  interval: {
    word: '± and 95 % interval',
    also: ['confidence', 'error', 'plus', 'minus', 'whisker', 'uncertainty'],
    says: 'Nineteen of twenty such intervals hold the value that more and more runs would come to. It follows from the repeats, from how far repeats of the same test fall apart in other setups, and from how far one setup moves from day to day.',
    example: '612 ±1.1 % after three runs.',
  },
  kind: {
    word: 'kind of work',
    also: ['generalise', 'group'],
    says: 'How far the mean would move if other suites of the same kind had been chosen. Tests of one suite are alike, so with one or two suites that rests on how suites differ for setups of the kind of device, or is assumed where too few tell. The interval beside the mean holds for these tests only.',
    example: '+13 % on these five drive tests; for drive work as such +4 to +22 %.',
  },
  leaning: {
    word: 'leaning on one test',
    also: ['influence', 'outlier'],
    says: 'One test moves the mean by a third or more of what it is. The mean without it is named.',
    example: 'Without the film export the gain would read +5.9 %, not +10.9 %.',
  },
  together: {
    word: 'all tests together',
    also: ['geometric', 'mean', 'average', 'overall'],
    says: 'The geometric mean of the ratios, each turned so that more is better: twice as fast in one test and half as fast in another come to the same.',
    example: '×1.13, ×1.43, ×1.33 and ×1.23 together are ×1.28.',
  },
  caveat: {
    word: 'not meant',
    also: ['caveat', 'differs', 'unmeant', 'meant'],
    says: 'Something else differs than what is compared, and it can touch this group of tests. Between two devices that is how they were set up and what they were fitted with; along one device it is everything but the named change.',
    example: '4 GiB against 8 GiB of memory, where two processors are compared.',
  },
  index: {
    word: 'index',
    also: ['standing', 'hundred'],
    says: 'How good something is over all tests of a kind, the reference being 100. A test that a device did not run neither lifts nor lowers it.',
    example: '125 is a quarter better than the reference.',
  },
  bracket: {
    word: 'bracket',
    also: ['tie', 'told', 'apart', 'level'],
    says: 'Rows with a mark in one bracket are not told apart: their lines have a point in common. A row may be in several, and a bracket may skip a row whose line is short. Two that share none are told apart. Of more than 60 only brackets that hold one row are drawn, and the page says which.',
    example:
      'A with B, and B with C, but A and C in no bracket together: A is ahead of C, and B could be level with either.',
  },
  days: {
    word: 'movement between days',
    also: ['day', 'session', 'omega', 'repeat'],
    says: 'A setup that nobody touched gives other scores tomorrow: by more than its repeats of one day tell. How much more is learned from setups that were measured on several days, and is assumed while there are none.',
    example: 'Three runs today lie within 0.2 %, three tomorrow too, and 0.8 % apart from those.',
  },
  alone: {
    word: 'ahead, alone',
    also: ['count', 'many', 'chance', 'hollow', 'false'],
    says: 'Looked at by itself this test shows a lead. Of many tests some show one by chance, and among all that are shown this one may be of those: it is drawn hollow and not in the count.',
    example: 'Forty tests of two equal devices: two of them lead by chance.',
  },
  look: {
    word: 'look',
    also: ['again', 'second', 'third', 'day'],
    says: 'Each day on which runs are added to one of two that are held against each other is one more look at them. Who looks again until something shows will find something; so each look asks for a clearer lead.',
    example: 'At the third look the interval is one of 97.8 %, not of 95 %.',
  },
  line: {
    word: 'comparison line',
    also: ['line', 'told', 'apart', 'gauge', 'standing'],
    says: 'Two are told apart exactly if their lines do not touch. In nine tables of ten every such pair is the right way round. A line is no interval of a value: it has the length that makes touching mean this, for all pairs together, and grows with how many are ranked.',
    example: 'Lines from 96 to 104 and from 103 to 110 touch: which of the two is better is not shown.',
  },
  island: {
    word: 'apart',
    also: ['island', 'common'],
    says: 'These share no test with the others, not even by way of a third device, so that nobody can say which is better. They are ranked among themselves.',
    example: 'Phones that ran one suite, and desktops that ran another.',
  },
} as const satisfies Readonly<Record<string, Entry>>

export type Word = keyof typeof glossary

/** Entries of which a word, or another name, begins with every word asked for. */
export function explaining(text: string): readonly Entry[] {
  const asked = text.toLowerCase().split(/\s+/).filter(Boolean)
  const all: readonly Entry[] = Object.values(glossary)
  return all.filter((e) => {
    const words = [...e.word.split(/[\s,]+/), ...e.also].map((w) => w.toLowerCase())
    return asked.every((a) => words.some((w) => w.startsWith(a)))
  })
}
