'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import type { FitItem } from '@/core/installation/fit'
import type { JudgedUnit } from '@/core/fit/wallOfInstallation'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { numberOrOpen } from '@/core/quantity/orOpen'
import { colour } from '@/look/colour'
import { Button } from '@/ui/Button'
import { Label } from '@/ui/charts/Label'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'

/** Heights under the feet of what stands on the floor, the slope, and which foot gets what (F-2). */
export function LevelSheet({
  units,
  onAdd,
  onEdit,
}: {
  units: readonly JudgedUnit[]
  onAdd: (unitTag: string) => void
  onEdit: (foot: FitItem<'foot'>) => void
}) {
  const { may } = useJob()
  const standing = units.filter(({ item, feet }) => item.detail.carriedBy === 'feet' || feet.length > 0)
  if (standing.length === 0) return null
  const edit = may('saveFitItems')
  return (
    <TitledSheet title="Level" note="F-2: shims lift every foot to the highest one, none is lowered">
      {standing.map(({ item, feet, level }) => (
        <Flex
          key={item.id}
          px="14px"
          py="10px"
          gap="16px"
          borderTopWidth="1px"
          borderColor="rule"
          wrap="wrap"
          align="flex-start"
        >
          <FeetPicture item={item} feet={feet} shimsMm={level?.shimsMm ?? null} />
          <Box flex="1" minW="200px" fontSize="14px">
            <Flex align="center" gap="8px">
              <Text fontWeight="600" flex="1">
                {item.name}
              </Text>
              {edit && (
                <Button size="sm" onClick={() => onAdd(item.tag)}>
                  Add a foot
                </Button>
              )}
            </Flex>
            {feet.length === 0 && (
              <Text color="ink2">Measure the floor under each foot from one level line: three feet at least.</Text>
            )}
            {level && level.slopeXMmPerM !== null && (
              <Text>
                Slope {formatNumber(level.slopeXMmPerM, 3)} mm/m to the right, {numberOrOpen(level.slopeYMmPerM, 3)}{' '}
                mm/m to the back; the floor is uneven by {numberOrOpen(level.residualRmsMm, 2)} mm.
              </Text>
            )}
            {level?.verdict === 'open' && feet.length > 0 && (
              <Text color="ink2">
                Open:{' '}
                {feet.some(({ detail }) => detail.heightMm === null)
                  ? 'a height is missing'
                  : feet.length < 3
                    ? 'three feet are needed'
                    : 'the feet stand in one line, so the slope across it is not known'}
                .
              </Text>
            )}
            {feet.map((foot) => (
              <Flex key={foot.id} gap="10px" align="center" borderTopWidth="1px" borderColor="rule" minH="34px">
                <Text fontFamily="mono" w="34px">
                  {foot.tag}
                </Text>
                <Text color="ink2" flex="1">
                  {foot.detail.heightMm === null
                    ? 'floor not measured'
                    : `floor ${formatNumber(foot.detail.heightMm, 3)} mm`}
                </Text>
                <Text fontWeight="600">
                  {level?.shimsMm
                    ? level.shimsMm[foot.tag] === 0
                      ? 'no shim'
                      : `shim ${numberOrOpen(level.shimsMm[foot.tag], 3)} mm`
                    : '–'}
                </Text>
                {edit && (
                  <Button
                    variant="bare"
                    size="sm"
                    fontSize="13px"
                    onClick={() => onEdit(foot)}
                    aria-label={`Change foot ${foot.tag}`}
                  >
                    change
                  </Button>
                )}
              </Flex>
            ))}
          </Box>
        </Flex>
      ))}
    </TitledSheet>
  )
}

const PICTURE = { width: 190, height: 120, edge: 26 }

/** The unit from above: each foot where it stands, with its shim. */
function FeetPicture({
  item: { name, detail },
  feet,
  shimsMm,
}: {
  item: FitItem<'unit'>
  feet: readonly FitItem<'foot'>[]
  shimsMm: Readonly<Record<string, number>> | null
}) {
  const wide = Math.max(detail.widthMm, ...feet.map((foot) => foot.detail.xMm))
  const deep = Math.max(detail.depthMm ?? 300, ...feet.map((foot) => foot.detail.yMm))
  const scale = Math.min((PICTURE.width - 2 * PICTURE.edge) / wide, (PICTURE.height - 2 * PICTURE.edge) / deep)
  const x = (mm: number) => PICTURE.edge + mm * scale
  const y = (mm: number) => PICTURE.height - PICTURE.edge - mm * scale
  const most = Math.max(1, ...Object.values(shimsMm ?? {}))
  return (
    <svg
      width={PICTURE.width}
      height={PICTURE.height}
      role="img"
      aria-label={`${name} from above: ${feet.map(({ tag }) => `${tag} ${shimsMm ? `${numberOrOpen(shimsMm[tag], 3)} mm` : 'open'}`).join(', ')}`}
    >
      <rect
        x={x(0)}
        y={y(deep)}
        width={wide * scale}
        height={deep * scale}
        fill={colour('sheet2')}
        stroke={colour('rule2')}
      />
      {feet.map(({ tag, detail: at }) => {
        const shim = shimsMm?.[tag] ?? 0
        return (
          <g key={tag}>
            <circle
              cx={x(at.xMm)}
              cy={y(at.yMm)}
              r={4 + (8 * shim) / most}
              fill={colour(shim > 0 ? 'sunSoft' : 'sheet')}
              stroke={colour(shim > 0 ? 'sun' : 'ink3')}
              strokeWidth="1.6"
            />
            <Label x={x(at.xMm)} y={y(at.yMm) + (at.yMm < deep / 2 ? 24 : -14)} size={12} anchor="middle" tone="ink">
              {shimsMm ? (shim > 0 ? `+${formatNumber(shim, 3)}` : '0') : tag}
            </Label>
          </g>
        )
      })}
      <Label x={PICTURE.width / 2} y={PICTURE.height - 2} size={12} anchor="middle" tone="ink3">
        front
      </Label>
    </svg>
  )
}
