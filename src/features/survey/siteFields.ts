import { DATA_CONNECTIONS, SOILS } from '@/core/installation/survey'
import type { FieldSpec } from '@/schemas/fieldSpec'

export const CONNECTION_WORDS: Readonly<Record<string, string>> = Object.fromEntries(
  DATA_CONNECTIONS.map((kind) => [
    kind,
    { wired: 'wired', wireless: 'wireless', overMains: 'bridged over the mains' }[kind],
  ]),
)

/** What is asked of the place itself. */
export const SITE_FIELDS: readonly FieldSpec[] = [
  { name: 'site.latitudeDeg', label: 'Latitude', kind: 'number', unit: '°', optional: true, hint: 'north is positive' },
  {
    name: 'site.longitudeDeg',
    label: 'Longitude',
    kind: 'number',
    unit: '°',
    optional: true,
    hint: 'east is positive',
  },
  {
    name: 'site.timeZone',
    label: 'Time zone',
    kind: 'text',
    optional: true,
    hint: 'such as Europe/Lisbon: for daylight, and for the day on which something was read',
  },
  { name: 'site.insistsOn', label: 'The household insists on', kind: 'text', optional: true },
  {
    name: 'site.householdNumbers',
    label: 'Numbers on the household’s page',
    kind: 'choice',
    options: { point: '0.5', comma: '0,5' },
    optional: true,
  },
  {
    name: 'site.medical',
    label: 'Somebody depends on equipment that needs power',
    kind: 'choice',
    options: { yes: 'yes', no: 'no', unsure: 'not sure' },
    optional: true,
  },
  {
    name: 'site.medicalProvidedFor',
    label: 'How it is provided for while the supply is off',
    kind: 'text',
    optional: true,
    hint: 'by whom, with what, for how long',
  },
  { name: 'site.minTempC', label: 'Lowest temperature', kind: 'number', unit: '°C', optional: true },
  { name: 'site.maxTempC', label: 'Highest temperature', kind: 'number', unit: '°C', optional: true },
  {
    name: 'site.soil',
    label: 'Soil',
    kind: 'choice',
    options: Object.fromEntries(SOILS.map((soil) => [soil, soil])),
    optional: true,
  },
  { name: 'site.soilOhmM', label: 'Soil resistivity, Ω·m', kind: 'number', optional: true },
  { name: 'site.dataConnection', label: 'Data connection', kind: 'choice', options: CONNECTION_WORDS, optional: true },
  { name: 'site.routerPlace', label: 'Where the router is', kind: 'text', optional: true },
  { name: 'site.shoreKm', label: 'Distance to the sea, km', kind: 'number', optional: true },
  { name: 'site.wall', label: 'Wall', kind: 'text', optional: true },
  { name: 'site.floor', label: 'Floor', kind: 'text', optional: true },
]
