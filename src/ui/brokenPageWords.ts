/** What is said of a page that could not be made, whoever draws it. */
export const BROKEN_PAGE = {
  title: 'The page could not be made',
  words: 'The server is in trouble or out of reach. What you entered is kept on this device and sent later.',
  again: 'Try again now',
  /** @param leftS seconds until it tries by itself, `null` where it does not */
  waiting: (leftS: number | null): string => (leftS === null ? '' : `It tries again by itself in ${leftS} s.`),
} as const
