import type { Label } from '@/core/handover/labels/label'
import { type LabelLayout, labelLayout } from '@/core/handover/labels/labelLayout'
import { LABEL_SHEET, PLACE_MM, labelSheets } from '@/core/handover/labels/labelSheets'
import { escapedXml } from './escapedXml'
import { palette } from './palette'

const round = (value: number) => String(Math.round(value * 100) / 100)

/** Frame, band and words of a label, in millimetres from its corner. */
function labelShapes({ widthMm, heightMm, bandMm, lines }: LabelLayout, band: string): string {
  return [
    `<rect x="0.2" y="0.2" width="${round(widthMm - 0.4)}" height="${round(heightMm - 0.4)}" rx="1" fill="#ffffff" stroke="${palette.paper.ink}" stroke-width="0.4"/>`,
    ...(bandMm > 0
      ? [
          `<rect x="0.4" y="0.4" width="${round(widthMm - 0.8)}" height="${round(bandMm - 0.4)}" rx="0.8" fill="${band}"/>`,
        ]
      : []),
    ...lines.map(
      ({ text, xMm, baseMm, typeMm, bold }) =>
        `<text x="${round(xMm)}" y="${round(baseMm)}" font-size="${round(typeMm)}"${bold ? ' font-weight="700"' : ''} fill="${palette.paper.ink}">${escapedXml(text)}</text>`,
    ),
  ].join('')
}

/** One label as a picture in its true size. */
export function labelSvg(label: Label, band: string): string {
  const layout = labelLayout(label)
  const { widthMm, heightMm } = layout
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${heightMm}mm" viewBox="0 0 ${widthMm} ${heightMm}" font-family="sans-serif">${labelShapes(layout, band)}</svg>`
}

/** All labels that may be printed, in true size on sheets of A4, one sheet under the other. */
export function labelSheetsSvg(title: string, labels: readonly Label[], band: string): string {
  const { widthMm, heightMm } = LABEL_SHEET
  const sheets = labelSheets(labels)
  const highMm = heightMm * Math.max(1, sheets.length)
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${highMm}mm" viewBox="0 0 ${widthMm} ${highMm}" font-family="sans-serif">`,
    `<title>${escapedXml(title)}</title>`,
    ...sheets.flatMap((sheet, k) =>
      sheet.map(
        ({ label, layout, xMm, yMm }) =>
          `<g transform="translate(${round(xMm)} ${round(yMm + k * heightMm)})">${labelShapes(layout, band)}<text x="0" y="${round(layout.heightMm + PLACE_MM - 1)}" font-size="2.2" fill="${palette.paper.ink2}">${escapedXml(label.at)}</text></g>`,
      ),
    ),
    '</svg>',
    '',
  ].join('\n')
}
