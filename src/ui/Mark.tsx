import { colour } from '@/look/colour'

/** The app's own mark: an awl, point down. */
export const Mark = () => (
  <svg width="20" height="24" viewBox="0 0 20 24" aria-hidden>
    <path
      d="M10 1c3 0 4.6 2 4.6 4.4 0 2.2-1.6 3.6-2.6 4.6H8C7 9 5.4 7.6 5.4 5.4 5.4 3 7 1 10 1z"
      fill={colour('ink')}
    />
    <path d="M8.700 11h2.600L10 23z" fill={colour('ember')} />
  </svg>
)
