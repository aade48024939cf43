import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

// Bundles the service worker to public/sw.js: the bundler of the pages knows only pages.
const at = (path: string) => fileURLToPath(new URL(path, import.meta.url))
await build({
  entryPoints: [at('../src/offline/serviceWorker.ts')],
  outfile: at('../public/sw.js'),
  bundle: true,
  minify: true,
  format: 'iife',
  target: 'es2022',
  define: { 'process.env.NODE_ENV': '"production"' },
  logLevel: 'warning',
})
