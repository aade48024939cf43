/** A point of a drawing. */
export interface Point {
  x: number
  y: number
}

/** Colours by what they mean; a renderer knows them by name. */
export type Ink =
  | 'ink'
  | 'ink2'
  | 'ink3'
  | 'rule'
  | 'rule2'
  | 'sheet'
  | 'sheet2'
  | 'grid'
  | 'island'
  | 'neutral'
  | 'earth'
  | 'stop'
  | 'stopSoft'
  | 'ember'
  | 'watch'
  | 'proven'

/** One shape of a drawing that screen, file and paper share. */
export type Primitive =
  | { kind: 'line'; points: Point[]; ink: Ink; width: number; dash?: string; opacity?: number }
  | { kind: 'circle'; at: Point; r: number; ink: Ink; width: number; fill?: Ink; dash?: string }
  | {
      kind: 'rect'
      at: Point
      width: number
      height: number
      ink: Ink
      stroke: number
      fill?: Ink
      dash?: string
      /** Stands around a word, and is nothing without it. */
      aroundWord?: true
    }
  | {
      kind: 'text'
      at: Point
      text: string
      size: number
      ink: Ink
      anchor: 'start' | 'middle' | 'end'
      weight?: number
      /** Part of a symbol, and grows and shrinks with it: no word. */
      isSign?: true
    }

/** A straight line through points. */
export const line = (ink: Ink, width: number, ...points: [number, number][]): Primitive => ({
  kind: 'line',
  points: points.map(([x, y]) => ({ x, y })),
  ink,
  width,
})
