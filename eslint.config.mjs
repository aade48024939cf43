import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript'
import importX from 'eslint-plugin-import-x'
import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

// core ← db ← server ← features ← app: an arrow is an import, and nothing imports against it.
const zone = (target, from, message) => ({
  target: `./src/${target}`,
  from: from.map((name) => `./src/${name}`),
  message,
})

const KEY =
  '^(wire\\.(positions|identity|cores|loop|torque|dead\\.|live|ct|farEnd)|earth\\.(electrode|islandBond|rcd)|outage\\.(?!bench$)|settings\\.(?!bench$)|fit\\.(component|unit|task|parked|isolator|surge|meter|dcRoute|spare|face)|survey\\.supplyRating|handover\\.(cardExplained|labels))'
const KEY_MESSAGE = 'A point’s key is spelt by its family: take it from there.'
const FAMILY_MESSAGE = 'Name the family itself: belongsTo(point, family).'
// a screen is read across a garage
const SMALL = 'No text is smaller than 12 px.'
const TEXT_SIZE_RULES = [
  {
    selector: "JSXOpeningElement[name.name='Label'] > JSXAttribute[name.name='size'] Literal[value<12]",
    message: SMALL,
  },
  { selector: "JSXAttribute[name.name='fontSize'] Literal[value=/^([0-9]|1[01])([.][0-9]+)?px$/]", message: SMALL },
  {
    selector: "JSXOpeningElement[name.name='text'] > JSXAttribute[name.name='fontSize']",
    message: 'The page’s reset outranks an attribute of SVG: use Label, or a style.',
  },
]

// what nobody knows is open, and never a figure
const FIGURE_RULES = [
  {
    selector:
      "CallExpression[callee.name=/^(format|number|quantity|percent|hours)/] > :matches(LogicalExpression, BinaryExpression > LogicalExpression)[operator='??'][right.value=0]",
    message: 'A figure that is not known is not 0: numberOrOpen, quantityOrOpen, percentOrOpen or hoursOrOpen.',
  },
]

const KEY_RULES = [
  { selector: `Literal[value=/${KEY}/]`, message: KEY_MESSAGE },
  { selector: `TemplateElement[value.raw=/${KEY}/]`, message: KEY_MESSAGE },
  { selector: "BinaryExpression[left.property.name='family'][right.type='Literal']", message: FAMILY_MESSAGE },
  { selector: "BinaryExpression[left.name='family'][right.type='Literal']", message: FAMILY_MESSAGE },
]

export default tseslint.config(
  {
    ignores: [
      '.next/**',
      'node_modules/**',
      'public/**',
      '.data/**',
      '.test-data/**',
      'next-env.d.ts',
      'test-results/**',
      'playwright-report/**',
    ],
  },
  ...tseslint.configs.recommended,
  {
    plugins: { 'import-x': importX, 'react-hooks': reactHooks },
    settings: { 'import-x/resolver-next': [createTypeScriptImportResolver()] },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      // what the compiler rests on when it leaves out drawing again
      'react-hooks/purity': 'error',
      'react-hooks/immutability': 'error',
      'react-hooks/globals': 'error',
      'react-hooks/static-components': 'error',
      'react-hooks/use-memo': 'error',
      'react-hooks/preserve-manual-memoization': 'error',
      'react-hooks/incompatible-library': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      '@typescript-eslint/no-non-null-assertion': 'off',
      'import-x/no-cycle': ['error', { maxDepth: 6, ignoreExternal: true }],
      'import-x/no-restricted-paths': [
        'error',
        {
          basePath: import.meta.dirname,
          zones: [
            zone(
              'core',
              [
                'schemas',
                'commands',
                'db',
                'server',
                'devices',
                'workers',
                'features',
                'ui',
                'look',
                'app',
                'offline',
                'cli',
              ],
              'The core is pure: it imports nothing of the app.',
            ),
            zone(
              'schemas',
              ['commands', 'db', 'server', 'devices', 'workers', 'features', 'ui', 'look', 'app', 'offline'],
              'Schemas stand on the core alone.',
            ),
            zone(
              'db',
              ['schemas', 'server', 'devices', 'workers', 'features', 'ui', 'look', 'app', 'offline'],
              'The database knows the core only.',
            ),
            zone(
              'devices',
              ['schemas', 'commands', 'db', 'server', 'workers', 'features', 'ui', 'look', 'app', 'offline'],
              'Devices know the core only.',
            ),
            zone(
              'workers',
              ['schemas', 'commands', 'db', 'server', 'devices', 'features', 'ui', 'look', 'app', 'offline'],
              'Workers are doors to the core.',
            ),
            zone(
              'commands',
              ['db', 'server', 'devices', 'workers', 'features', 'ui', 'look', 'app', 'offline', 'cli', 'jobFile'],
              'Commands stand on core and schemas: both ends of the wire take them.',
            ),
            zone(
              'jobFile',
              ['db', 'server', 'devices', 'workers', 'features', 'ui', 'look', 'app', 'offline', 'cli'],
              'A job file is read by core, schemas and commands alone.',
            ),
            zone('server', ['workers', 'features', 'ui', 'app', 'offline'], 'The server knows no screens.'),
            zone(
              'ui',
              ['schemas', 'commands', 'db', 'server', 'devices', 'features', 'app'],
              'Primitives know no feature and no server.',
            ),
            zone('features', ['app', 'db', 'devices', 'cli'], 'Features reach data through the server only.'),
          ],
        },
      ],
    },
  },
  {
    files: ['src/core/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^(node:|react|next|drizzle|yup|pg$)',
              message: 'The core is pure TypeScript: no React, Next, Drizzle, Yup, Node or DOM.',
            },
          ],
        },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'Buffer', 'fetch', 'localStorage'],
    },
  },
  {
    files: ['src/look/**', 'src/features/**', 'src/ui/**', 'src/app/**', 'src/offline/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: ['@chakra-ui/react', '@chakra-ui/react/preset'].map((name) => ({
            name,
            importNames: ['defaultConfig', 'defaultSystem'],
            message:
              'With it comes a whole look that nobody sees, worked out before each page is alive: see src/look/theme.ts.',
          })),
        },
      ],
    },
  },
  {
    files: ['src/server/pack/**'],
    ignores: ['src/server/pack/PdfText.tsx'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: [
            {
              name: '@react-pdf/renderer',
              importNames: ['Text'],
              message: 'What the faces do not hold would be printed as other letters: take the one of PdfText.',
            },
          ],
        },
      ],
    },
  },
  {
    // in a browser only the rules of who may do what cross over from the server; everything else of it is types
    files: ['src/features/**', 'src/ui/**', 'src/offline/**'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^@/server/(?!access$)',
              allowTypeImports: true,
              message: 'Screens take types from the server, and its table of rights; nothing else.',
            },
          ],
        },
      ],
    },
  },
  {
    // what only the types can tell: a promise nobody waits for, a case nobody thought of
    files: ['src/**/*.{ts,tsx}', 'demo/**/*.ts', 'tests/**/*.{ts,tsx}', 'scripts/**/*.ts'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true, requireDefaultForNonUnion: true },
      ],
    },
  },
  {
    // a key is spelt by its family alone, and a family is named by itself: nothing hangs on a string that nobody checks
    files: ['src/**/*.{ts,tsx}'],
    ignores: ['src/core/evidence/families/**', '**/*.test.{ts,tsx}'],
    rules: {
      'no-restricted-syntax': ['error', ...KEY_RULES, ...FIGURE_RULES],
    },
  },
  {
    files: ['src/core/evidence/families/**'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', ...FIGURE_RULES] },
  },
  {
    // the theme is the one place with colours
    files: ['src/features/**', 'src/ui/**', 'src/app/**/*.tsx'],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...KEY_RULES,
        ...FIGURE_RULES,
        { selector: 'Literal[value=/^#[0-9a-fA-F]{3,8}$/]', message: 'Take the colour from the theme.' },
        ...TEXT_SIZE_RULES,
        {
          selector: "CallExpression[callee.property.name='slice'][arguments.0.value=0][arguments.1.value=10]",
          message: 'The day of an instant is that of a place: dayOf of useTimes, or calendarDay.',
        },
      ],
    },
  },
  {
    // a test may take its material from anywhere
    files: ['**/*.test.{ts,tsx}', 'tests/**'],
    rules: { 'import-x/no-restricted-paths': 'off', '@typescript-eslint/no-restricted-imports': 'off' },
  },
)
