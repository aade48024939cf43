import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { RECIPES, SLOT_RECIPES } from '@/look/theme'

const source = fileURLToPath(new URL('../../src/', import.meta.url))

/** What the look's library draws each of its parts by: a part that is new here has to say it, and the look to have it. */
const RECIPES_OF: Readonly<Record<string, readonly string[]>> = {
  AspectRatio: [],
  Box: [],
  Checkbox: ['checkbox', 'checkmark'],
  Dialog: ['dialog'],
  Field: ['field'],
  Flex: [],
  Grid: [],
  Heading: ['heading'],
  Input: ['input'],
  List: ['list'],
  Menu: ['menu'],
  NativeSelect: ['nativeSelect'],
  Portal: [],
  Tabs: ['tabs'],
  Text: [],
  Textarea: ['textarea'],
}
/** Imported from there, and nothing that is drawn. */
const NO_PARTS = new Set(['ChakraProvider', 'chakra', 'createSystem', 'defineConfig', 'defineRecipe'])

function partsDrawn(): Set<string> {
  const files = readdirSync(source, { recursive: true, encoding: 'utf8' }).filter(
    (name) => /\.tsx?$/.test(name) && !name.includes('.test.'),
  )
  const imports = files.flatMap((name) =>
    Array.from(
      readFileSync(join(source, name), 'utf8').matchAll(/import \{([^}]*)\} from '@chakra-ui\/react'/g),
      ([, names = '']) => names,
    ),
  )
  const names = imports.flatMap((list) => list.split(',').map((name) => name.trim()))
  return new Set(names.filter((name) => name !== '' && !name.startsWith('type ') && !NO_PARTS.has(name)))
}

describe('the parts of the library that are drawn', () => {
  const drawn = [...partsDrawn()].sort()

  it('are known, and none is spoken of that is not drawn', () => {
    expect(drawn).toEqual(Object.keys(RECIPES_OF).sort())
  })

  it('have their recipes in the look, and the look has no others', () => {
    const wanted = drawn.flatMap((part) => RECIPES_OF[part] ?? [])
    expect([...Object.keys(RECIPES), ...Object.keys(SLOT_RECIPES)].sort()).toEqual(wanted.sort())
  })
})
