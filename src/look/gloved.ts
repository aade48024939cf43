/** Where a gloved thumb presses: on a phone, and on whatever else is worked by touch. */
export const GLOVED = '@media (pointer: coarse), (max-width: 767px)'

/** The least height there of what can be pressed. */
export const GLOVED_PX = '44px'

/** Said by what is higher than that of its own. */
export const OWN_LEAST_HEIGHT = '--own-least-height'
