import { extractImages, getDocumentProxy } from 'unpdf'

/** Words of a PDF where they stand: points from the left and the bottom edge of their page. */
export interface PdfPage {
  width: number
  height: number
  words: { text: string; x: number; y: number }[]
}

/** Reads a PDF with another library than the ones that write it. */
export async function pdfPages(bytes: Uint8Array): Promise<PdfPage[]> {
  const document = await getDocumentProxy(new Uint8Array(bytes))
  const pages: PdfPage[] = []
  for (let k = 1; k <= document.numPages; k++) {
    const page = await document.getPage(k)
    const { width, height } = page.getViewport({ scale: 1 })
    const { items } = await page.getTextContent()
    const words = items.flatMap((item) =>
      'str' in item && item.str.trim() !== ''
        ? [{ text: item.str, x: Number(item.transform[4]), y: Number(item.transform[5]) }]
        : [],
    )
    pages.push({ width, height, words })
  }
  return pages
}

/** All words of a PDF in the order they were written, blanks made one. */
export const pdfText = async (bytes: Uint8Array): Promise<string> =>
  (await pdfPages(bytes))
    .flatMap(({ words }) => words.map(({ text }) => text))
    .join(' ')
    .replace(/\s+/g, ' ')

/** Widths in pixels of the pictures in a PDF, page by page. */
export async function pdfPictureWidths(bytes: Uint8Array): Promise<number[]> {
  const document = await getDocumentProxy(new Uint8Array(bytes))
  const widths: number[] = []
  for (let k = 1; k <= document.numPages; k++)
    widths.push(...(await extractImages(document, k)).map(({ width }) => width))
  return widths
}
