/** Where practice differs: each school side by side, and which one a lab uses. Common practice. */

export interface School {
  id: string;
  /** What is asked. */
  question: string;
  /** What it changes. */
  matters: string;
  ways: readonly { id: string; says: string; because: string }[];
  /** Where a lab says which it uses; left out: kept here. */
  saidAt?: { words: string; to: string };
  /** What this bench does where nobody chooses. */
  here?: string;
}

export const SCHOOLS = [
  {
    id: 'stack-place',
    question: 'Where is stack measured?',
    matters: 'A sidewall stands millimetres higher than the foot does: the two are never mixed.',
    ways: [
      {
        id: 'in-shoe',
        says: 'Inside, at a share of internal length',
        because: 'It is where the foot stands, and what rule books of racing ask.',
      },
      {
        id: 'sidewall',
        says: 'At the sidewall, with a ruler',
        because: 'It needs no gauge, and spares the shoe. Like for like it serves.',
      },
      {
        id: 'cut',
        says: 'In a cut shoe',
        because: 'Everything is seen once, and the shoe is gone.',
      },
    ],
    saidAt: { words: 'Protocols', to: '/lab/protocols' },
  },
  {
    id: 'drop',
    question: 'What is drop the difference of?',
    matters: 'An insole that is thicker at the heel adds to one and not to the other.',
    ways: [
      {
        id: 'stack',
        says: 'Of stacks, insole in',
        because: 'It is what the foot stands on.',
      },
      {
        id: 'midsole',
        says: 'Of midsole thickness alone',
        because: 'Insoles change and flatten; the midsole stays.',
      },
    ],
    saidAt: { words: 'Protocols', to: '/lab/protocols' },
  },
  {
    id: 'life',
    question: 'How long does a running shoe last?',
    matters: 'When a pair counts as late, and what it costs a km.',
    ways: [
      {
        id: 'miles-300-400',
        says: '300 to 400 miles, 350 where one number is wanted; racing shoes about 150',
        because: 'Foam is flat before rubber is gone.',
      },
      { id: 'miles-500', says: 'About 500 miles for any', because: 'Modern foams hold longer.' },
      {
        id: 'signs',
        says: 'By its signs, not by distance',
        because: 'Wearers and surfaces differ by a factor of two.',
      },
    ],
    saidAt: { words: 'Wear', to: '/wear/due' },
  },
  {
    id: 'leather',
    question: 'Is leather for climbing bought small?',
    matters: 'Half a size in what is recommended.',
    ways: [
      { id: 'small', says: 'Small: it stretches', because: 'Unlined leather gives half a size.' },
      {
        id: 'true',
        says: 'True: it is worn as it is',
        because: 'Toes are bent for weeks until it has given.',
      },
    ],
  },
  {
    id: 'footTypes',
    question: 'Does the arch choose the shoe?',
    matters: 'Whether Choose looks at the arch of a foot.',
    ways: [
      {
        id: 'as it feels',
        says: 'No: what is comfortable',
        because: 'Choosing by the arch has not been shown to spare anybody an injury.',
      },
      {
        id: 'by the arch',
        says: 'Yes: stable and straight for a low arch, soft and flexible for a high one',
        because: 'It is how many shops have fitted for decades.',
      },
    ],
  },
  {
    id: 'women',
    question: 'How do men’s and women’s numbers go together?',
    matters: 'Half a number in what a label means.',
    ways: [
      {
        id: 'labels',
        says: 'A men’s number is 1.5 below, on labels',
        because: 'So lasts are graded.',
      },
      {
        id: 'device',
        says: '1 below, on the measuring device',
        because: 'So its scales are drawn.',
      },
    ],
    here: 'Each where it belongs: 1.5 on labels, 1 on the device.',
  },
  {
    id: 'hardness',
    question: 'Which durometer for foam?',
    matters: 'The scales are not units of one another and are never converted.',
    ways: [
      {
        id: 'C',
        says: 'Type C with a hemisphere, for foam',
        because: 'A point pierces foam.',
      },
      { id: 'A', says: 'Type A everywhere', because: 'It is at hand; on foam it says little.' },
    ],
    saidAt: { words: 'Protocols', to: '/lab/protocols' },
  },
] as const satisfies readonly School[];

/** Schools that a lab chooses by itself, with what holds until it has. */
export const CHOSEN_SCHOOLS = {
  leather: ['small', 'true'],
  footTypes: ['as it feels', 'by the arch'],
} as const;
