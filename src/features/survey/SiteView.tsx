'use client'
import { Box, Grid, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { SpecForm } from '../forms/SpecForm'
import { useJob } from '../job/JobContext'
import { CONNECTION_WORDS, SITE_FIELDS } from './siteFields'
import { SurveySheet } from './SurveySheet'
import { nested, useChangeJob } from './useChangeJob'

const CONNECTION_MEANS = {
  wired: 'The sound choice: it goes on working when the radio is busy.',
  wireless:
    'It fails first when something else is wrong, and it is out while the router has no power. Put the router on the backup.',
  overMains:
    'A bridge over the mains stops when the house becomes an island or phases part. Pull a cable if there is any way to.',
} as const

/** The place: sun and frost, soil, services, and how the data gets to the router. */
export function SiteView() {
  const {
    record: { installation },
    may,
  } = useJob()
  const change = useChangeJob()
  const [open, setOpen] = useState(false)
  const { site } = installation
  const facts: [string, string][] = [
    ['latitude', site.latitudeDeg === null ? 'open' : `${formatNumber(site.latitudeDeg, 4)}°`],
    ['coldest', quantityOrOpen(site.minTempC, '°C', 3)],
    ['hottest', quantityOrOpen(site.maxTempC, '°C', 3)],
    [
      'soil',
      [site.soil, site.soilOhmM === null ? null : `${formatNumber(site.soilOhmM)} Ω·m`].filter(Boolean).join(', ') ||
        'open',
    ],
    ['router', site.routerPlace ?? 'open'],
    ['data', site.dataConnection === null ? 'open' : (CONNECTION_WORDS[site.dataConnection] ?? '')],
    ['to the sea', site.shoreKm === null ? 'open' : `${formatNumber(site.shoreKm)} km`],
    ['wall', site.wall ?? 'open'],
    ['floor', site.floor ?? 'open'],
  ]
  return (
    <>
      <TitledSheet
        title="The place"
        actions={
          may('changeJob') && (
            <Button size="sm" onClick={() => setOpen(true)}>
              Change the place
            </Button>
          )
        }
      >
        <Grid
          templateColumns={{ base: 'repeat(2, minmax(0, 1fr))', md: 'repeat(3, minmax(0, 1fr))' }}
          borderTopWidth="1px"
          borderColor="rule"
          px="14px"
          py="8px"
          gap="8px"
        >
          {facts.map(([label, value]) => (
            <Box key={label} minW="0">
              <Text fontSize="13px" color="ink2">
                {label}
              </Text>
              <Text
                fontWeight={value === 'open' ? '400' : '600'}
                color={value === 'open' ? 'ink2' : 'ink'}
                overflowWrap="anywhere"
              >
                {value}
              </Text>
            </Box>
          ))}
        </Grid>
        {site.dataConnection && (
          <Text px="14px" pb="9px" fontSize="14px" color="ink2">
            {CONNECTION_MEANS[site.dataConnection]}
          </Text>
        )}
      </TitledSheet>
      <Notice kind="caution">
        Locate buried services before anything is driven into the ground. Metal services are bonded whatever else is
        decided.
      </Notice>
      <SurveySheet kind="service" />
      <SurveySheet kind="otherElectrode" />
      <Overlay title="The place" open={open} onClose={() => setOpen(false)} wide>
        <SpecForm
          specs={SITE_FIELDS}
          initial={{ site }}
          save={async (fields) => {
            await change({ site: nested(fields, 'site') })
            setOpen(false)
          }}
        />
      </Overlay>
    </>
  )
}
