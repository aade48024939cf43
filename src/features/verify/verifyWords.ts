import { counted } from '@/core/quantity/counted'
import type { KeyStanding } from '@/core/pack/keyHandover'
import type { PackVerification } from '@/core/pack/verifyPack'

/** What a checked pack comes to: nothing changed and a key that is known, nothing changed and a key to ask about, or changed. */
export type PackWord = 'sound' | 'ask' | 'changed'

/** @param standing whose the key is; `null` where this server could not be asked for its own */
export function packWord({ intact }: Pick<PackVerification, 'intact'>, standing: KeyStanding | null): PackWord {
  if (!intact) return 'changed'
  if (standing === null || standing.whose === 'another') return 'ask'
  return standing.whose === 'earlier' && standing.late ? 'ask' : 'sound'
}

export const PACK_TITLES: Readonly<Record<PackWord, string>> = {
  sound: 'Nothing was changed',
  ask: 'Unchanged since it was signed',
  changed: 'This pack was changed',
}

function keyWords(standing: KeyStanding | null, dayOf: (iso: string) => string): string {
  if (standing === null)
    return 'Whose key it is could not be asked: this server did not answer. Compare the key below with the one the crew gave you.'
  switch (standing.whose) {
    case 'own':
      return 'It was signed with the key that this server seals with.'
    case 'earlier':
      return standing.late
        ? `It was signed with an earlier key of this server, but says that it was sealed after that key was handed over on ${dayOf(standing.until)}. Ask the crew.`
        : `It was signed with an earlier key of this server, which named and signed the present one on ${dayOf(standing.until)}.`
    case 'another':
      return 'It was signed with a key that is none of this server’s. Compare the key below with the one the crew gave you: anybody can sign a pack with a key of their own.'
  }
}

/**
 * What was proven about a file, and what was not, in plain words.
 *
 * @param dayOf the day of an instant where it is looked at
 */
export function provenWords(
  { intact, fileCount, problems }: Pick<PackVerification, 'intact' | 'fileCount' | 'problems'>,
  standing: KeyStanding | null,
  dayOf: (iso: string) => string,
): string[] {
  if (!intact)
    return [
      `${problems.length === 1 ? 'One thing is' : `${problems.length} things are`} not as they were when it was signed. What is named below can say anything; do not rely on the rest either.`,
    ]
  return [
    `Of its ${counted(fileCount, ['file', 'files'])} none was changed, added or taken away since it was signed.`,
    keyWords(standing, dayOf),
    'Whether what stands in it is true, no signature can tell: that rests on the people who are named in it.',
  ]
}
