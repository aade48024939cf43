/** Where a picture goes on beyond its frame. */
export const SIDES = ['left', 'right', 'above', 'below'] as const
export type Side = (typeof SIDES)[number]

/** What is cut by less than this is the picture's own margin. */
const SLACK_PX = 6

/**
 * The sides at which a picture of some size, enlarged and moved, goes on beyond its frame.
 *
 * @example hiddenSides({ width: 100, height: 50 }, { x: 0, y: 0, k: 2 }, { width: 120, height: 120 }) // ['right']
 */
export function hiddenSides(
  picture: { width: number; height: number },
  { x, y, k }: { x: number; y: number; k: number },
  frame: { width: number; height: number },
): Side[] {
  const beyond: Record<Side, boolean> = {
    left: x < -SLACK_PX,
    right: x + picture.width * k > frame.width + SLACK_PX,
    above: y < -SLACK_PX,
    below: y + picture.height * k > frame.height + SLACK_PX,
  }
  return SIDES.filter((side) => beyond[side])
}
