import QRCode from 'qrcode'
import { describe, expect, it } from 'vitest'
import { codeIn, greyOf } from './codeCalls'

/** A matrix code as grey values, each module some pixels wide, with a quiet zone. */
function greyCode(text: string, modulePx = 6, paper = 230, ink = 30): { grey: Uint8ClampedArray; width: number } {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' })
  const width = (modules.size + 8) * modulePx
  const grey = new Uint8ClampedArray(width * width).fill(paper)
  for (let y = 0; y < width; y++)
    for (let x = 0; x < width; x++) {
      const [column, row] = [Math.floor(x / modulePx) - 4, Math.floor(y / modulePx) - 4]
      if (row >= 0 && column >= 0 && row < modules.size && column < modules.size && modules.get(row, column))
        grey[y * width + x] = ink
    }
  return { grey, width }
}

/** Code 39 by its own table, for a reader that has never seen it. */
const CODE_39: Readonly<Record<string, string>> = {
  '*': 'nwnnwnwnn',
  A: 'wnnnnwnnw',
  7: 'nnnwnnwnw',
  K: 'wnnnnnnww',
  Q: 'nnnnnnwww',
  4: 'nnnwwnnnw',
}
function greyBars(text: string, width = 620, height = 80): Uint8ClampedArray {
  const grey = new Uint8ClampedArray(width * height).fill(240)
  let x = 40
  for (const sign of `*${text}*`) {
    for (const [k, element] of [...(CODE_39[sign] as string)].entries()) {
      const wide = element === 'w' ? 6 : 2
      if (k % 2 === 0) for (let y = 8; y < height - 8; y++) grey.fill(20, y * width + x, y * width + x + wide)
      x += wide
    }
    x += 2
  }
  return grey
}

describe('codes on a picture', () => {
  it('are read from a matrix code, also pale, on its side and light on dark', () => {
    const { grey, width } = greyCode('AM5-0077120')
    expect(codeIn(grey, width, width)).toBe('AM5-0077120')
    const pale = greyCode('K7Q4', 5, 170, 110)
    expect(codeIn(pale.grey, pale.width, pale.width)).toBe('K7Q4')
    const light = greyCode('QL8-22190473', 6, 25, 235)
    expect(codeIn(light.grey, light.width, light.width)).toBe('QL8-22190473')
  })
  it('are read from bars', () => {
    expect(codeIn(greyBars('K7Q4A'), 620, 80)).toBe('K7Q4A')
  })
  it('are not made up where there are none', () => {
    expect(codeIn(new Uint8ClampedArray(200 * 200).fill(128), 200, 200)).toBeNull()
    expect(
      codeIn(
        Uint8ClampedArray.from({ length: 160 * 160 }, (_, k) => (k * 7919) % 251),
        160,
        160,
      ),
    ).toBeNull()
  })
  it('see through transparent pixels as paper', () => {
    expect([
      ...greyOf({ data: Uint8ClampedArray.from([0, 0, 0, 0, 0, 0, 0, 255, 255, 255, 255, 255]), width: 3, height: 1 }),
    ]).toEqual([255, 0, 255])
  })
})
