import type { Installation } from '../installation/installation'
import { type RoofCover, itemsOf } from '../installation/survey'
import type { MaterialLine } from './materials'
import { type RoofFace, roofOfInstallation } from './roofOfInstallation'

/** Covers that break where somebody walks and kneels, for each panel laid, and the least that is taken along; assumed, and said so. */
const SPARE_PER_PANEL: Readonly<Record<RoofCover, number>> = { tile: 0.3, slate: 0.4, sheet: 0, flat: 0 }
const LEAST_SPARE = 5
const COVER_WORDS: Readonly<Record<'tile' | 'slate', string>> = { tile: 'roof tiles', slate: 'slates' }

/** Anchors of a rail stand so far apart until the maker's table says otherwise. */
const ANCHOR_EVERY_M = 1.2
const RAILS_A_ROW = 2

function rowsOf({ panels }: RoofFace) {
  const rows = new Map<number, { from: number; to: number; count: number }>()
  for (const { xMm, yMm, widthMm } of panels) {
    const row = rows.get(yMm) ?? { from: Infinity, to: -Infinity, count: 0 }
    rows.set(yMm, { from: Math.min(row.from, xMm), to: Math.max(row.to, xMm + widthMm), count: row.count + 1 })
  }
  return [...rows.values()]
}

/**
 * F-6 for the roof: rails, anchors and clamps for the panels as placed, and spare covers by the number of panels that are walked on the way. Counts of
 * anchors are of an assumed spacing: loads of wind and snow, the roof's own structure and the maker's table decide.
 */
export function roofMaterials(installation: Installation): MaterialLine[] {
  // panels that were there already are nobody's to lay
  if (!installation.components.some(({ kind }) => kind === 'pv')) return []
  const { faces } = roofOfInstallation(installation)
  const lines: MaterialLine[] = []
  const rows = faces.flatMap(rowsOf)
  const railM = rows.reduce((sum, { from, to }) => sum + (RAILS_A_ROW * (to - from)) / 1000, 0)
  const anchors = rows.reduce(
    (sum, { from, to }) => sum + RAILS_A_ROW * (Math.ceil((to - from) / 1000 / ANCHOR_EVERY_M) + 1),
    0,
  )
  const placed = faces.reduce((sum, { panels }) => sum + panels.length, 0)
  if (placed > 0)
    lines.push(
      { group: 'roof', item: 'Mounting rail', unit: 'm', quantity: Math.ceil(railM), from: 'two a row of panels' },
      {
        group: 'roof',
        item: 'Roof anchor',
        unit: 'pieces',
        quantity: anchors,
        from: `every ${ANCHOR_EVERY_M} m of rail, assumed: the maker’s table for wind and snow decides`,
      },
      {
        group: 'roof',
        item: 'Panel clamp',
        unit: 'pieces',
        quantity: rows.reduce((sum, { count }) => sum + RAILS_A_ROW * (count + 1), 0),
        from: 'two between panels and at both ends of a row',
      },
    )
  for (const { tag, name, detail } of itemsOf(installation.survey, 'arrayFace')) {
    const walked = faces.find((face) => face.tag === tag)?.panels.length ?? detail.panels ?? null
    const cover = detail.cover ?? null
    if (cover === 'sheet' || cover === 'flat' || walked === 0) continue
    lines.push(
      cover === null || walked === null
        ? {
            group: 'roof',
            item: `Spare covers for ${name}: ${cover === null ? 'kind of roof' : 'panels'} to be said`,
            unit: 'pieces',
            quantity: LEAST_SPARE,
            from: 'nobody said yet',
          }
        : {
            group: 'roof',
            item: `Spare ${COVER_WORDS[cover]} for ${name}`,
            unit: 'pieces',
            quantity: Math.max(LEAST_SPARE, Math.ceil(walked * SPARE_PER_PANEL[cover])),
            from: `${walked} panels walked, ${SPARE_PER_PANEL[cover]} each, assumed; ${LEAST_SPARE} at least`,
          },
    )
  }
  return lines
}
