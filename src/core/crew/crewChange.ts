/** What can happen to a crew's people and instruments. */
export const CREW_CHANGES = [
  'crewMade',
  'crewChanged',
  'invited',
  'invitationWithdrawn',
  'joined',
  'memberChanged',
  'left',
  'cameBack',
  'passwordLinkMade',
  'passwordChosen',
  'sessionsEnded',
  'secondFactorOn',
  'secondFactorOff',
  'instrumentAdded',
  'instrumentChanged',
  'instrumentCertified',
  'instrumentTaken',
  'instrumentLaidAside',
] as const
export type CrewChange = (typeof CREW_CHANGES)[number]
