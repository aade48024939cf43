import {
  BarcodeFormat,
  BinaryBitmap,
  DecodeHintType,
  Exception,
  GlobalHistogramBinarizer,
  HybridBinarizer,
  type LuminanceSource,
  MultiFormatReader,
  RGBLuminanceSource,
} from '@zxing/library'

/** Longest side at which codes are looked for; a phone's picture is larger than a code needs. */
const LOOKED_AT_PX = 1600

const HINTS = new Map<DecodeHintType, unknown>([
  [DecodeHintType.TRY_HARDER, true],
  [
    DecodeHintType.POSSIBLE_FORMATS,
    [
      BarcodeFormat.QR_CODE,
      BarcodeFormat.DATA_MATRIX,
      BarcodeFormat.CODE_128,
      BarcodeFormat.CODE_39,
      BarcodeFormat.EAN_13,
      BarcodeFormat.ITF,
      BarcodeFormat.AZTEC,
      BarcodeFormat.PDF_417,
    ],
  ],
])

/** Grey values of a picture; see-through counts as white paper. */
export function greyOf({
  data,
  width,
  height,
}: {
  data: Uint8ClampedArray
  width: number
  height: number
}): Uint8ClampedArray {
  const grey = new Uint8ClampedArray(width * height)
  for (let k = 0; k < grey.length; k++) {
    const share = (data[4 * k + 3] as number) / 255
    grey[k] =
      (0.299 * (data[4 * k] as number) + 0.587 * (data[4 * k + 1] as number) + 0.114 * (data[4 * k + 2] as number)) *
        share +
      255 * (1 - share)
  }
  return grey
}

/** The text of a bar or matrix code in grey values; upright and on its side, dark on light and the other way. `null` when there is none. */
export function codeIn(grey: Uint8ClampedArray, width: number, height: number): string | null {
  const reader = new MultiFormatReader()
  const upright = new RGBLuminanceSource(grey, width, height)
  const turned = new Uint8ClampedArray(grey.length)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) turned[x * height + (height - 1 - y)] = grey[y * width + x] as number
  const sources: LuminanceSource[] = [upright, new RGBLuminanceSource(turned, height, width), upright.invert()]
  for (const source of sources)
    for (const Binarizer of [HybridBinarizer, GlobalHistogramBinarizer]) {
      try {
        return (
          reader
            .decode(new BinaryBitmap(new Binarizer(source)), HINTS)
            .getText()
            .trim() || null
        )
      } catch (error) {
        // every reader says “not found”, “damaged” or “wrong sum” by throwing; the next way of looking may still see it
        if (error instanceof Exception) continue
        throw error
      }
    }
  return null
}

/** Calls of the worker that reads codes. */
export const codeCalls = {
  /** The text of the code on a picture; `null` when none can be read, also of a file that is no picture. */
  async read(file: Blob): Promise<string | null> {
    const bitmap = await createImageBitmap(file).catch(() => null)
    if (bitmap === null) return null
    const scale = Math.min(1, LOOKED_AT_PX / Math.max(bitmap.width, bitmap.height))
    const [width, height] = [
      Math.max(1, Math.round(bitmap.width * scale)),
      Math.max(1, Math.round(bitmap.height * scale)),
    ]
    const context = new OffscreenCanvas(width, height).getContext('2d')
    if (!context) return null
    context.drawImage(bitmap, 0, 0, width, height)
    bitmap.close()
    return codeIn(greyOf(context.getImageData(0, 0, width, height)), width, height)
  },
}
