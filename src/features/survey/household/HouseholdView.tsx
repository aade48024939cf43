'use client'
import { FirstWord } from './FirstWord'
import { HouseholdLinks } from './HouseholdLinks'
import { HouseholdSaid } from './HouseholdSaid'

/** The household's link, what it sent, and the first word it gets once the office has confirmed it. */
export function HouseholdView() {
  return (
    <>
      <HouseholdLinks />
      <FirstWord />
      <HouseholdSaid />
    </>
  )
}
