import type { FaceFiles } from './printPen'

/** Where the bundler puts the faces: beside the scripts, so that they are kept for work without a connection like these. */
const FACES: Readonly<Record<keyof FaceFiles, URL>> = {
  regular: new URL(
    '../../../node_modules/@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf',
    import.meta.url,
  ),
  bold: new URL(
    '../../../node_modules/@expo-google-fonts/atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf',
    import.meta.url,
  ),
  signs: new URL('../../look/faces/printSigns.ttf', import.meta.url),
}

async function fileAt(url: URL): Promise<Uint8Array> {
  const answer = await fetch(url)
  if (!answer.ok) throw new Error(`${url.pathname} was answered with ${answer.status}`)
  return new Uint8Array(await answer.arrayBuffer())
}

/** Fetches the faces that sheets are printed in; throws where one cannot be had. */
export async function faceFiles(): Promise<FaceFiles> {
  const [regular, bold, signs] = await Promise.all([fileAt(FACES.regular), fileAt(FACES.bold), fileAt(FACES.signs)])
  return { regular, bold, signs }
}
