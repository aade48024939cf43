import type { MetadataRoute } from 'next'
import { palette } from '@/look/palette'

export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Awlbright',
    short_name: 'Awlbright',
    start_url: '/',
    display: 'standalone',
    background_color: palette.paper.paper,
    theme_color: palette.paper.sheet,
    icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
  }
}
