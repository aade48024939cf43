/** What a link for one person is for: to join a crew, or to choose a new password. */
export const PERSONAL_LINK_KINDS = ['invitation', 'newPassword'] as const
export type PersonalLinkKind = (typeof PERSONAL_LINK_KINDS)[number]
