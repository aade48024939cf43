import type { Erasure } from '@/core/handover/erasure'
import { pointsToShow } from '@/core/evidence/bench'
import { Document, Page, View } from '@react-pdf/renderer'
import type { Bench } from '@/core/evidence/bench'
import type { PackSummary } from './summary'
import type { JobRecord } from '@/core/evidence/judge'
import { circuitResults } from '@/core/handover/circuitResults'
import { instrumentsUsed } from '@/core/handover/instrumentsUsed'
import { limitsUsed } from '@/core/handover/limitsUsed'
import { type Review, reviewSummary } from '@/core/handover/review'
import { type HandoverSignature, handoverDigest, signaturesNow } from '@/core/handover/signature'
import { correctionsOf } from './corrections'
import type { PackPicture } from './packPictures'
import { type PackSchematic, schematicNote } from './packSchematic'
import type { PackWave } from './packWave'
import { ownLimitsNow } from '@/core/rules/ownLimits'
import { RULE_PACKS } from '@/core/rules/packs'
import { outageRunsOf } from '@/core/outage/run/outageRun'
import { type HouseClock, timeThere } from '@/core/time/timeThere'
import { CircuitTable } from './report/CircuitTable'
import { OutageRuns } from './report/OutageRuns'
import { EquipmentTable, type LibrarySource } from './report/EquipmentTable'
import { Head, type LetterHead } from './report/Head'
import { Counts, GonePast, Promises, Runtime, StillOpen } from './report/SummaryParts'
import { CorrectionTable, InstrumentTable, LimitTable, OwnLimitTable } from './report/EvidenceTables'
import { PicturePages } from './report/PicturePages'
import { Foot } from './report/Foot'
import { GroundFigure } from './report/GroundFigure'
import { SchematicFigure } from './report/SchematicFigure'
import { LaterVisits, type ReplacedPack } from './report/LaterVisits'
import { TakenOut } from './report/TakenOut'
import { StagePages } from './report/StagePages'
import { SignedBy } from './report/SignedBy'
import { WaveFigure } from './report/WaveFigure'
import { styles } from './report/reportStyles'
import { Text } from './PdfText'
import { NO_SIGN } from '@/look/signRanges'
import { hasUnprinted } from './printedSigns'

/** What the report shows beside the judged points. */
export interface ReportBeside {
  schematic: PackSchematic | null
  wave: PackWave | null
  pictures: readonly PackPicture[]
  picturesLeftOut: number
  reviews: readonly Review[]
  signatures: readonly HandoverSignature[]
  replaces: ReplacedPack | null
  letterHead: LetterHead
  /** What of the customer was taken out, latest first. */
  erasures: readonly Erasure[]
  /** Revisions of the crew's library that the job's components were taken from, by their ids. */
  library: ReadonlyMap<string, LibrarySource>
}

const CAUTION =
  'This report records what was measured and when. Local code, the network operator and the makers’ manuals come first, and the licensed person who signs is responsible. Never defeat residual-current protection. If metalwork gives shocks, touch nothing and call the network operator.'

/** By whose clock the times of the report are. */
const clockWords = ({ timeZone }: HouseClock): string =>
  timeZone === null
    ? 'The time zone of the house is not on record.'
    : `Times are by the clock of the house, ${timeZone}.`

/** That something was typed which this paper cannot show, where there is such a thing. */
const signWords = (entered: unknown): string =>
  hasUnprinted(JSON.stringify(entered))
    ? ` ${NO_SIGN} stands for a sign that the report’s faces do not hold; record.json holds it as it was typed.`
    : ''

/** The pack's printed report: promises first, then every point with its numbers and limit. */
export function Report({
  summary,
  bench,
  record,
  signedBy,
  beside,
}: {
  summary: PackSummary
  bench: Bench
  record: JobRecord
  signedBy: string
  beside: ReportBeside
}) {
  const shown = pointsToShow(bench)
  const review = reviewSummary(shown, bench.judgements, beside.reviews)
  const signed = signaturesNow(beside.signatures, handoverDigest(bench))
  const house = record.installation.site
  const sealed = timeThere(summary.sealedAt, house)
  return (
    <Document title={`${summary.jobName} – record of installation and outage test`} creator="Awlbright" language="en">
      <Page size="A4" style={styles.page}>
        <Head {...beside.letterHead} />
        <Text style={styles.title}>{summary.jobName}</Text>
        <Text style={styles.sub}>
          {summary.place} · {summary.packName} · {summary.crewName} · sealed {sealed} by {signedBy}
        </Text>
        <Counts summary={summary} />
        <Promises promises={summary.promises} />
        {summary.turnOffFirst.length > 0 && (
          <View style={styles.section}>
            <Text style={styles.heading}>In an outage at night, turn off first</Text>
            <Text>{summary.turnOffFirst.map((name, k) => `${k + 1}. ${name}`).join('   ')}</Text>
          </View>
        )}
        <StillOpen summary={summary} />
        <GonePast overrides={summary.overrides} house={house} />
        <LaterVisits visits={record.visits} replaces={beside.replaces} house={house} />
        <TakenOut erasures={beside.erasures} house={house} />
        <SignedBy review={review} signed={signed} pointCount={shown.length} house={house} />
        <Text style={[styles.section, styles.note]}>
          {CAUTION} {clockWords(house)}
          {signWords({ record, summary, letterHead: { ...beside.letterHead, logoPng: null }, signedBy })}
        </Text>
        <Foot name={summary.jobName} />
      </Page>
      {beside.schematic && (
        <Page size="A4" orientation="landscape" style={styles.page}>
          <Text style={styles.heading}>Schematic</Text>
          <Text style={[styles.note, { marginBottom: 6 }]}>{schematicNote(beside.schematic)}</Text>
          <SchematicFigure schematic={beside.schematic} width={740} height={420} />
          <Foot name={summary.jobName} orientation="landscape" />
        </Page>
      )}
      <Page size="A4" style={styles.page}>
        {beside.wave && <WaveFigure wave={beside.wave} />}
        <GroundFigure bench={bench} />
        <CircuitTable rows={circuitResults(bench)} />
        <OutageRuns
          runs={outageRunsOf(record.outageMarks)}
          nameOf={(tag) => record.installation.loads.find((load) => load.tag === tag)?.name ?? tag}
          reactionMs={bench.context.pack.limits.tapReactionMs.value}
          house={house}
        />
        <EquipmentTable components={record.installation.components} library={beside.library} />
        <InstrumentTable used={instrumentsUsed(bench, record)} />
        <CorrectionTable corrections={correctionsOf(bench, record)} house={house} />
        <Foot name={summary.jobName} />
      </Page>
      <StagePages name={summary.jobName} bench={bench} />
      <Page size="A4" style={styles.page}>
        <Runtime runtime={summary.runtime} />
        <OwnLimitTable
          own={ownLimitsNow(record.installation.ownLimits)}
          packs={RULE_PACKS[record.installation.packId].limits}
          house={house}
        />
        <LimitTable limits={limitsUsed(bench)} />
        <Foot name={summary.jobName} />
      </Page>
      <PicturePages name={summary.jobName} pictures={beside.pictures} leftOut={beside.picturesLeftOut} house={house} />
    </Document>
  )
}
