import { LABEL_SIZES, type Label } from './label'

/** Widest that letters of a plain sans serif run, as a share of their height: an estimate that errs to the wide side, since nothing may be cut off. */
const WIDE = { plain: 0.6, bold: 0.69 } as const
/** Heights of type in millimetres; 2.1 mm is 6 points, the least that is read on a wall. */
const HEAD_MM = { most: 5, least: 3 } as const
const LINE_MM = { most: 3.4, least: 2.1 } as const
const LEADING = 1.25
export const PADDING_MM = 2

/** One line of type where it stands: from the label's left and top edge to its base line. */
export interface PlacedLine {
  text: string
  xMm: number
  baseMm: number
  typeMm: number
  bold: boolean
}

/** A label in its true size. */
export interface LabelLayout {
  widthMm: number
  heightMm: number
  /** Height of the coloured band that the head stands in; 0 for a label without one. */
  bandMm: number
  lines: PlacedLine[]
}

/**
 * A text broken at its blanks so that each line fits; a word that is too long for a line is broken too.
 *
 * @example wrapped('two words', 12, 3, 0.56) // ['two', 'words']
 */
export function wrapped(text: string, widthMm: number, typeMm: number, wide: number): string[] {
  const most = Math.max(1, Math.floor(widthMm / (typeMm * wide)))
  const lines: string[] = []
  let line = ''
  for (const word of text.split(/\s+/).filter(Boolean)) {
    const joined = line ? `${line} ${word}` : word
    if (joined.length <= most) {
      line = joined
      continue
    }
    if (line) lines.push(line)
    let rest = word
    while (rest.length > most) {
      lines.push(rest.slice(0, most))
      rest = rest.slice(most)
    }
    line = rest
  }
  return line ? [...lines, line] : lines
}

/** Head and lines broken at one height of type, and how high they stand together. */
function brokenAt({ head, lines }: Label, widthMm: number, headMm: number, lineMm: number) {
  const headLines = wrapped(head, widthMm, headMm, WIDE.bold)
  const textLines = lines.flatMap((line) => wrapped(line, widthMm, lineMm, WIDE.plain))
  return {
    headLines,
    textLines,
    headHighMm: headLines.length * headMm * LEADING,
    textHighMm: textLines.length * lineMm * LEADING,
  }
}

/** A label laid out: the largest type that fits its size, or the least type and a higher label where none does. */
export function labelLayout(label: Label): LabelLayout {
  const { widthMm, heightMm: leastMm } = LABEL_SIZES[label.kind]
  const roomMm = widthMm - 2 * PADDING_MM
  const gapMm = label.lines.length > 0 ? PADDING_MM : 0
  const highOf = ({ headHighMm, textHighMm }: ReturnType<typeof brokenAt>) =>
    2 * PADDING_MM + headHighMm + gapMm + textHighMm
  let [headMm, lineMm]: [number, number] = [HEAD_MM.most, LINE_MM.most]
  let broken = brokenAt(label, roomMm, headMm, lineMm)
  while (highOf(broken) > leastMm && (headMm > HEAD_MM.least || lineMm > LINE_MM.least)) {
    headMm = Math.max(HEAD_MM.least, headMm - 0.1)
    lineMm = Math.max(LINE_MM.least, lineMm - 0.1)
    broken = brokenAt(label, roomMm, headMm, lineMm)
  }
  const banded = label.kind === 'warning'
  const headFromMm = PADDING_MM
  const textFromMm = headFromMm + broken.headHighMm + gapMm
  const place = (texts: readonly string[], fromMm: number, typeMm: number, bold: boolean): PlacedLine[] =>
    texts.map((text, k) => ({ text, xMm: PADDING_MM, baseMm: fromMm + typeMm * (1 + k * LEADING), typeMm, bold }))
  return {
    widthMm,
    heightMm: Math.max(leastMm, Math.ceil(highOf(broken))),
    bandMm: banded ? headFromMm + broken.headHighMm + gapMm / 2 : 0,
    lines: [
      ...place(broken.headLines, headFromMm, headMm, true),
      ...place(broken.textLines, textFromMm, lineMm, false),
    ],
  }
}
