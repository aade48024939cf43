/** Answers to a polarity test, at a circuit and at a string of PV alike. */
export const POLARITY = {
  right: { typed: ['right', 'yes', 'ok'], verdict: 'proven', says: 'Polarity right.' },
  reversed: {
    typed: ['reversed', 'wrong', 'no'],
    verdict: 'stop',
    says: 'Polarity reversed. Nothing goes live on it.',
  },
} as const
