import type { Installation } from '../installation/installation'
import { type SurveyItem, itemsOf } from '../installation/survey'
import { type RoofRect, inStringOrder, panelPlaces, parseObstacles } from './roofFace'

/** A panel on a face, and the string it is in: numbered within its system from 0; `null` where no string is left for it. */
export interface PlacedPanel extends RoofRect {
  string: number | null
}

/** What a face of the roof comes to. */
export interface RoofFace {
  tag: string
  name: string
  widthMm: number
  heightMm: number
  obstacles: RoofRect[]
  /** Panels that are planned on it, as far as they fit. */
  panels: PlacedPanel[]
  /** Panels that fit, and those that are planned; `null` where nobody said. */
  fits: number
  planned: number | null
  /** A string of these panels would lie over two faces, or end short; `null` where its system says nothing of its strings. */
  partString: boolean | null
}

/** A face with what is missing before panels can be placed on it. */
export interface UnmeasuredFace {
  tag: string
  name: string
  missing: string[]
}

const NEEDED = {
  widthMm: 'width',
  heightMm: 'length of the slope',
  edgeMm: 'what is kept free at its edges',
  gapMm: 'gap between panels',
  panelWidthMm: 'width of a panel',
  panelHeightMm: 'height of a panel',
} as const

/** The system that the panels of a face belong to: the one it names, or the only one. */
function systemOf({ survey }: Pick<Installation, 'survey'>, { detail }: SurveyItem<'arrayFace'>) {
  const systems = itemsOf(survey, 'pvSystem')
  const named = systems.find(({ tag }) => tag === (detail.pvTag ?? null))
  return named ?? (systems.length === 1 ? (systems[0] ?? null) : null)
}

/** @param inString modules in a string of its system, and how many whole strings of that lie on faces before it */
function measuredFace(
  { tag, name, detail }: SurveyItem<'arrayFace'>,
  obstacles: RoofRect[],
  inString: number | null,
  before: number,
): RoofFace {
  const figure = (key: keyof typeof NEEDED) => detail[key] ?? 0
  const widthMm = figure('widthMm')
  const heightMm = figure('heightMm')
  const places = panelPlaces({
    widthMm,
    heightMm,
    edgeMm: figure('edgeMm'),
    gapMm: figure('gapMm'),
    panelWidthMm: figure('panelWidthMm'),
    panelHeightMm: figure('panelHeightMm'),
    obstacles,
  })
  const planned = detail.panels ?? null
  const used = inStringOrder(places.slice(0, planned ?? places.length))
  const whole = inString === null || inString === 0 ? 0 : Math.floor(used.length / inString) * inString
  const panels = used.map((place, k) => ({
    ...place,
    string: inString === null || k >= whole ? null : before + Math.floor(k / inString),
  }))
  const partString = inString === null || inString === 0 || planned === null ? null : planned % inString !== 0
  return { tag, name, widthMm, heightMm, obstacles, panels, fits: places.length, planned, partString }
}

/**
 * The faces of the roof with the panels placed on them, and those of which too little was measured to place any.
 *
 * @example roofOfInstallation(house).faces[0]?.fits // panels that fit on the first face
 */
export function roofOfInstallation(installation: Installation): { faces: RoofFace[]; unmeasured: UnmeasuredFace[] } {
  const faces: RoofFace[] = []
  const unmeasured: UnmeasuredFace[] = []
  const stringsOf = new Map<string, number>()
  for (const item of itemsOf(installation.survey, 'arrayFace')) {
    const read = parseObstacles(item.detail.obstacles ?? '')
    const missing = [
      ...(Object.keys(NEEDED) as (keyof typeof NEEDED)[])
        .filter((key) => item.detail[key] == null)
        .map((key) => NEEDED[key]),
      // a panel is not placed where a chimney may stand
      ...(read.ok ? [] : ['obstacles that can be read']),
    ]
    if (missing.length > 0 || !read.ok) unmeasured.push({ tag: item.tag, name: item.name, missing })
    else {
      const system = systemOf(installation, item)
      const key = system?.tag ?? ''
      const before = stringsOf.get(key) ?? 0
      const face = measuredFace(item, read.obstacles, system?.detail.modulesInString ?? null, before)
      stringsOf.set(key, before + new Set(face.panels.flatMap(({ string }) => string ?? [])).size)
      faces.push(face)
    }
  }
  return { faces, unmeasured }
}
