import type { CableRun, Installation } from '../installation/installation'
import { sizeText } from '../rules/conductors'
import { RULE_PACKS } from '../rules/packs'

/** One conductor of a run with the colour this job gives it. */
export interface RunCore {
  /** `L1`, `N`, `PE` … */
  conductor: string
  colour: string
}

/** Text for the label at one end of a run. */
export interface RunLabel {
  runTag: string
  end: 'near' | 'far'
  at: string
  lines: string[]
}

const CONDUCTOR_WORDS: Readonly<Record<string, string>> = { N: 'neutral', PE: 'earth' }

/** The job's one convention of core colours: the pack's, with what the crew has set for this job. */
export function coresOf({ packId, coreColours }: Pick<Installation, 'packId' | 'coreColours'>): RunCore[] {
  const { phases, conductorColours } = RULE_PACKS[packId]
  return [...phases, 'N', 'PE'].map((conductor) => ({
    conductor,
    colour: coreColours[conductor] || conductorColours[CONDUCTOR_WORDS[conductor] ?? conductor] || '',
  }))
}

/**
 * The first core that has the colour of one before it, whatever its capitals: one convention tells every core apart.
 *
 * @example coreAlike({ packId: 'iec-1ph-230', coreColours: { L1: 'Blue' } }) // { conductor: 'N', colour: 'blue' }
 */
export function coreAlike(convention: Pick<Installation, 'packId' | 'coreColours'>): RunCore | undefined {
  const cores = coresOf(convention)
  return cores.find(
    ({ colour }, k) => cores.findIndex((other) => other.colour.toLowerCase() === colour.toLowerCase()) < k,
  )
}

/** W-3: what stands on the labels of a run, one for each end; both carry the same convention. */
export function runLabels(
  run: CableRun,
  installation: Pick<Installation, 'packId' | 'coreColours'>,
): [RunLabel, RunLabel] {
  const convention = coresOf(installation)
    .map(({ conductor, colour }) => `${conductor} ${colour}`)
    .join(' · ')
  // a label printer may have no blank that does not break
  const facts = `${sizeText(installation.packId, run.size)} · ${run.lengthM} m`.replaceAll('\u00a0', ' ')
  const tag = run.tag.toUpperCase()
  return [
    { runTag: run.tag, end: 'near', at: run.from, lines: [tag, `goes to ${run.to}`, facts, convention] },
    { runTag: run.tag, end: 'far', at: run.to, lines: [tag, `comes from ${run.from}`, facts, convention] },
  ]
}

/** All labels as tab-separated text for a label printer: run, end, place, and the lines. */
export const labelsAsText = (
  runs: readonly CableRun[],
  installation: Pick<Installation, 'packId' | 'coreColours'>,
): string =>
  [
    ['run', 'end', 'at', 'line 1', 'line 2', 'line 3', 'line 4'].join('\t'),
    ...runs
      .flatMap((run) => runLabels(run, installation))
      .map(({ runTag, end, at, lines }) =>
        [runTag, end, at, ...lines].map((text) => text.replace(/[\t\r\n]/g, ' ')).join('\t'),
      ),
  ].join('\r\n')
