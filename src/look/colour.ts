import type { ColourName } from './palette'

/** A colour of the theme for drawings: follows lamp mode by itself. */
export const colour = (name: ColourName): string => `var(--aw-colors-${name.replace(/([A-Z])/g, '-$1').toLowerCase()})`
