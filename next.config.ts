import type { NextConfig } from 'next'

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  // a reading changes one line and one verdict: what depends on neither is not drawn again
  reactCompiler: true,
  // types are checked by the tests; checking them again would double the time to the first start
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ['pg', 'pg-boss', 'sharp', 'pino', 'modbus-serial', '@react-pdf/renderer'],
  experimental: { optimizePackageImports: ['@chakra-ui/react', 'lucide-react', 'd3'] },
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'x-content-type-options', value: 'nosniff' },
        { key: 'referrer-policy', value: 'same-origin' },
        { key: 'x-frame-options', value: 'DENY' },
      ],
    },
  ],
}

export default config
