/** Pictures that show a snag cleared are kept apart from those that show it. */
export const clearedSubject = (tag: string): string => `${tag}done`
