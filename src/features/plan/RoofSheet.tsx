'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { type RoofFace, roofOfInstallation } from '@/core/plan/roofOfInstallation'
import type { Installation } from '@/core/installation/installation'
import { formatWhole } from '@/core/quantity/formatQuantity'
import { counted } from '@/core/quantity/counted'
import { colour } from '@/look/colour'
import { TitledSheet } from '@/ui/Sheet'

const PANELS = ['panel', 'panels'] as const

/** Each face of the roof, with what is in the way and the panels in their strings. */
export function RoofSheet({ installation }: { installation: Installation }) {
  const { faces, unmeasured } = roofOfInstallation(installation)
  if (faces.length + unmeasured.length === 0) return null
  return (
    <TitledSheet title="On the roof" note="rows from the eaves up; the number in a panel is its string">
      <Flex direction="column" gap="14px" px="14px" pb="12px">
        {faces.map((face) => (
          <FaceDrawing key={face.tag} face={face} />
        ))}
        {unmeasured.map(({ tag, name, missing }) => (
          <Text key={tag} fontSize="14px">
            <b>{name}</b>: open. Panels are placed once these are entered under Survey, sources: {missing.join(', ')}.
          </Text>
        ))}
        <Text fontSize="13px" color="ink2">
          Local rules for ways of escape and fire, the roof’s own structure and the maker’s table for wind and snow come
          first.
        </Text>
      </Flex>
    </TitledSheet>
  )
}

/** What a face comes to in a sentence: how many fit, how many are planned, and whether its strings are whole. */
function faceWords({ fits, planned, partString }: RoofFace): string {
  const room =
    planned === null
      ? `${counted(fits, PANELS)} fit in rows; how many are planned is open.`
      : planned > fits
        ? `${counted(planned, PANELS)} are planned, and only ${fits} fit in rows.`
        : `${counted(planned, PANELS)} are planned, ${fits} fit.`
  const strings =
    partString === null
      ? ' Its strings are open.'
      : partString
        ? ' They are no whole number of strings: one would lie over two faces, or end short.'
        : ''
  return room + strings
}

function FaceDrawing({ face }: { face: RoofFace }) {
  const { name, widthMm, heightMm, obstacles, panels, planned, fits, partString } = face
  const wrong = (planned !== null && planned > fits) || partString === true
  // letters keep their size on the screen, whatever the face measures
  const unit = widthMm / 560
  return (
    <Box>
      <Text fontSize="14px" mb="4px" color={wrong ? 'watch' : undefined}>
        <b>{name}</b>, {formatWhole(widthMm)} × {formatWhole(heightMm)} mm: {faceWords(face)}
      </Text>
      <Box maxW="560px">
        <svg
          viewBox={`0 0 ${widthMm} ${heightMm}`}
          width="100%"
          role="img"
          aria-label={`${name}: ${counted(panels.length, PANELS)} placed`}
          style={{ maxHeight: 320, background: colour('sheet2') }}
        >
          <rect width={widthMm} height={heightMm} fill="none" stroke={colour('rule2')} strokeWidth={2 * unit} />
          {obstacles.map(({ xMm, yMm, widthMm: wide, heightMm: high }) => (
            <rect
              key={`${xMm}/${yMm}`}
              x={xMm}
              y={heightMm - yMm - high}
              width={wide}
              height={high}
              fill={colour('rule2')}
            />
          ))}
          {panels.map(({ xMm, yMm, widthMm: wide, heightMm: high, string }) => (
            <g key={`${xMm}/${yMm}`}>
              <rect
                x={xMm}
                y={heightMm - yMm - high}
                width={wide}
                height={high}
                fill={colour(string !== null && string % 2 === 1 ? 'emberSoft' : 'sheet')}
                stroke={colour('ink2')}
                strokeWidth={unit}
                strokeDasharray={string === null ? `${4 * unit} ${3 * unit}` : undefined}
              />
              <text
                x={xMm + wide / 2}
                y={heightMm - yMm - high / 2}
                textAnchor="middle"
                dominantBaseline="central"
                fill={colour('ink')}
                style={{ fontSize: 13 * unit }}
              >
                {string === null ? '–' : string + 1}
              </text>
            </g>
          ))}
        </svg>
      </Box>
    </Box>
  )
}
