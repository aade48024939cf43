'use client'
import { PocketSheet } from './papers/PocketSheet'
import { RegistrationSheet } from './papers/RegistrationSheet'
import { WallSheet } from './wall/WallSheet'

/** What is printed and filled in: labels, the pocket at the board, the registration. */
export function PaperView() {
  return (
    <>
      <WallSheet />
      <PocketSheet />
      <RegistrationSheet />
    </>
  )
}
