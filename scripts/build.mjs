// npm run build: builds the app where its sources have changed since the last build.
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { ensureBuild } from './lib/build.mjs'

ensureBuild(resolve(dirname(fileURLToPath(import.meta.url)), '..'))
