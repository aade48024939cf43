import { useState } from 'react'
import { downloadBytes } from '../survey/download'
import { faceFiles } from './faceFiles'
import type { FaceFiles } from './printPen'

/** Makes a sheet on the device and saves it; where its script or its faces cannot be had, says so and what can still be done. */
export function usePrint(insteadWords: string) {
  const [failure, setFailure] = useState<string | null>(null)
  const print = async (name: string, make: (faces: FaceFiles) => Promise<Uint8Array | null>) => {
    setFailure(null)
    try {
      const bytes = await make(await faceFiles())
      if (bytes) downloadBytes(`${name}.pdf`, bytes, 'application/pdf')
    } catch (error) {
      const why = error instanceof Error ? error.message : String(error)
      setFailure(`The sheet could not be made: ${why}. Nothing is lost; try again. ${insteadWords}`)
    }
  }
  return { failure, print }
}
