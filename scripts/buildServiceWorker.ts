import { readdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

// Bundles the service worker to public/sw.js: the bundler of the pages knows only pages. It comes after them, as it keeps what they are made of;
// a browser without one reads the list of that in public/build-files.json.
const at = (path: string) => fileURLToPath(new URL(path, import.meta.url))
/** What a browser fetches of a build, by its folder; not the forms in which it is packed, nor sources that were copied along. */
const FETCHED = [
  ['chunks', /\.(js|css)$/],
  ['media', /\.(woff2|ttf|svg)$/],
] as const
const fetched = FETCHED.flatMap(([folder, isFetched]) =>
  readdirSync(at(`../.next/static/${folder}`))
    .filter((name) => isFetched.test(name))
    .map((name) => `/_next/static/${folder}/${name}`),
)
if (fetched.length === 0) throw new Error('There is no build of the pages: nothing would open without a network.')

await build({
  entryPoints: [at('../src/offline/serviceWorker.ts')],
  outfile: at('../public/sw.js'),
  bundle: true,
  minify: true,
  format: 'iife',
  target: 'es2022',
  define: { 'process.env.NODE_ENV': '"production"', BUILD_FILES: JSON.stringify(fetched) },
  logLevel: 'warning',
})
writeFileSync(at('../public/build-files.json'), JSON.stringify(fetched))
