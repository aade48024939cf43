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

function modulesInStringOf({ survey }: Pick<Installation, 'survey'>, pvTag: string | null): number | null {
  const systems = itemsOf(survey, 'pvSystem')
  const system = systems.find(({ tag }) => tag === pvTag) ?? (systems.length === 1 ? systems[0] : undefined)
  return system?.detail.modulesInString ?? null
}

function measuredFace(installation: Installation, { tag, name, detail }: SurveyItem<'arrayFace'>): RoofFace {
  const read = parseObstacles(detail.obstacles ?? '')
  const obstacles = read.ok ? read.obstacles : []
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
  const inString = modulesInStringOf(installation, detail.pvTag ?? null)
  const used = inStringOrder(places.slice(0, planned ?? places.length))
  const whole = inString === null || inString === 0 ? 0 : Math.floor(used.length / inString) * inString
  const panels = used.map((place, k) => ({
    ...place,
    string: inString === null || k >= whole ? null : Math.floor(k / inString),
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
  for (const item of itemsOf(installation.survey, 'arrayFace')) {
    const missing = (Object.keys(NEEDED) as (keyof typeof NEEDED)[]).filter((key) => item.detail[key] == null)
    if (missing.length > 0)
      unmeasured.push({ tag: item.tag, name: item.name, missing: missing.map((key) => NEEDED[key]) })
    else faces.push(measuredFace(installation, item))
  }
  return { faces, unmeasured }
}
