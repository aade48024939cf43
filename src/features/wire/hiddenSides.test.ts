import { describe, expect, it } from 'vitest'
import { hiddenSides } from './hiddenSides'

const FRAME = { width: 100, height: 60 }
describe('where a picture goes on beyond its frame', () => {
  it.each([
    [{ width: 100, height: 60 }, { x: 0, y: 0, k: 1 }, []],
    [{ width: 200, height: 60 }, { x: 0, y: 0, k: 1 }, ['right']],
    [{ width: 200, height: 60 }, { x: -100, y: 0, k: 1 }, ['left']],
    [{ width: 200, height: 200 }, { x: -50, y: -50, k: 1 }, ['left', 'right', 'above', 'below']],
    [{ width: 200, height: 120 }, { x: 0, y: 0, k: 0.5 }, []],
    [{ width: 103, height: 60 }, { x: -3, y: 0, k: 1 }, []],
  ])('%o moved by %o: %o', (picture, moved, sides) => {
    expect(hiddenSides(picture, moved, FRAME)).toEqual(sides)
  })
})
