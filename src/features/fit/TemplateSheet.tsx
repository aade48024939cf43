'use client'
import { Box, Text } from '@chakra-ui/react'
import { csvCell } from '@/core/exchange/csvCell'
import { DATUM_WORDS, drillHoles, templateSvg } from '@/core/fit/drillTemplate'
import { templateLayout } from '@/core/fit/templatePages'
import { type JudgedWall, templateUnits } from '@/core/fit/wallOfInstallation'
import { Button } from '@/ui/Button'
import { DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { usePrint } from '../print/usePrint'
import { download } from '../survey/download'

/** Every hole measured from one corner: as a list, as SVG, and on sheets of A4 at true scale. */
export function TemplateSheet({ judged, jobName }: { judged: JudgedWall; jobName: string }) {
  const {
    wall: {
      name,
      detail: { widthMm, ceilingMm, datum },
    },
  } = judged
  const units = templateUnits(judged)
  const holes = drillHoles(units, { widthMm, ceilingMm }, datum)
  const sheets = templateLayout(units, holes)?.sheets.length ?? 0
  const title = `${jobName}, ${name}`
  const { failure, print } = usePrint('The list and the SVG still can be saved.')
  const pdf = () =>
    print(`${title} template`, async (faces) => {
      const { templatePdf } = await import('./templatePdf')
      return templatePdf(faces, title, units, holes, DATUM_WORDS[datum])
    })
  const illegal = judged.units.filter(({ clearances: { verdict } }) => verdict === 'exceeds')
  return (
    <TitledSheet
      title="Drilling template"
      note={`from the ${DATUM_WORDS[datum]}`}
      actions={
        holes.length > 0 && (
          <>
            <Button
              size="sm"
              onClick={() =>
                download(
                  `${title} holes.csv`,
                  [
                    'number,unit,along_mm,height_mm,diameter_mm',
                    ...holes.map((hole) =>
                      [hole.number, hole.unit, hole.alongMm, hole.heightMm, hole.diameterMm].map(csvCell).join(','),
                    ),
                  ].join('\n') + '\n',
                )
              }
            >
              List
            </Button>
            <Button
              size="sm"
              onClick={() =>
                download(
                  `${title} template.svg`,
                  templateSvg(units, holes, { widthMm, ceilingMm }, datum),
                  'image/svg+xml',
                )
              }
            >
              SVG
            </Button>
            <Button size="sm" onClick={() => void pdf()}>
              PDF, {sheets} {sheets === 1 ? 'sheet' : 'sheets'} of A4
            </Button>
          </>
        )
      }
    >
      {illegal.length > 0 && holes.length > 0 && (
        <Notice kind="caution" mx="14px" mb="8px">
          {illegal.map(({ item }) => item.name).join(' and ')} {illegal.length === 1 ? 'does' : 'do'} not stand where{' '}
          {illegal.length === 1 ? 'it' : 'they'} may. Put that right before drilling.
        </Notice>
      )}
      {failure && (
        <Notice kind="error" mx="14px" mb="8px">
          {failure}
        </Notice>
      )}
      {holes.length === 0 ? (
        <EmptyState title="No holes yet">
          Write the holes of a unit in its form, in millimetres from its lower left corner; the maker’s drawing has
          them.
        </EmptyState>
      ) : (
        <DataTable
          label="Holes"
          rows={holes}
          keyOf={({ number }) => String(number)}
          columns={[
            { head: 'No.', cell: ({ number }) => number },
            { head: 'Unit', cell: ({ unit }) => unit },
            { head: 'Along', numeric: true, cell: ({ alongMm }) => `${Math.round(alongMm)} mm` },
            {
              head: datum.endsWith('Ceiling') ? 'Down' : 'Up',
              numeric: true,
              cell: ({ heightMm }) => `${Math.round(heightMm)} mm`,
            },
            { head: 'Diameter', numeric: true, cell: ({ diameterMm }) => `${diameterMm} mm` },
          ]}
        />
      )}
      {holes.length > 0 && (
        <Box px="14px" py="8px" borderTopWidth="1px" borderColor="rule">
          <Text fontSize="13px" color="ink2">
            Print at 100 %, and hold a rule against the 100 mm line on every sheet. Look for cables and pipes in the
            wall before drilling.
          </Text>
        </Box>
      )}
    </TitledSheet>
  )
}
