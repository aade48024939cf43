'use client'
import { useState } from 'react'
import { useJob } from '../job/JobContext'
import { PacksSheet } from './PacksSheet'
import { PrintedOpen } from './PrintedOpen'
import { ReviewSheet } from './review/ReviewSheet'
import { SealOverlay } from './SealOverlay'
import { SignaturesSheet } from './SignaturesSheet'
import { useWithoutEvidence } from './useWithoutEvidence'

/** Checked by another, signed by three, sealed into one file. */
export function SealView() {
  const { may } = useJob()
  const [sealing, setSealing] = useState(false)
  const open = useWithoutEvidence()
  return (
    <>
      <ReviewSheet />
      <SignaturesSheet />
      <PacksSheet onSeal={may('requestPack') ? () => setSealing(true) : undefined} />
      <PrintedOpen open={open} />
      <SealOverlay open={sealing} onClose={() => setSealing(false)} />
    </>
  )
}
