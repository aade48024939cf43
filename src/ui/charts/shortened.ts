/**
 * Words cut to so many characters, the last of which then says that there is more; one letter is always left.
 *
 * @example shortened('Vehicle charger', 8) // 'Vehicle…'
 */
export const shortened = (words: string, most: number): string =>
  words.length <= most ? words : `${words.slice(0, Math.max(1, most - 1))}…`
