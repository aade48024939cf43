'use client'
import { Box, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { type SurveyItem, itemsOf } from '@/core/installation/survey'
import { defectLetter } from '@/core/plan/defectLetter'
import { Button } from '@/ui/Button'
import { Overlay } from '@/ui/Overlay'
import { useJob } from '../job/JobContext'
import { CopyText } from './CopyText'
import { SurveySheet } from './SurveySheet'

const DAY_MS = 86_400_000
const dated = (iso: string) =>
  new Date(`${iso}T00:00:00Z`).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  })

/** When an answer may be expected, from the day it was asked and its lead time. */
function expected({ detail: { state, askedOn, leadDays } }: SurveyItem<'permission'>, today: string): string | null {
  if (state !== 'asked' || askedOn === null || leadDays === null)
    return state === 'needed' && leadDays !== null ? `takes about ${leadDays} days once asked` : null
  const due = new Date(Date.parse(askedOn) + leadDays * DAY_MS).toISOString().slice(0, 10)
  return due < today ? `was expected by ${dated(due)}: ask again` : `expected by ${dated(due)}`
}

/** Permissions and incentive papers with their lead times, and the defects that were there before the crew. */
export function PapersView() {
  const {
    record: { installation, today },
    actor,
  } = useJob()
  const [letterOpen, setLetterOpen] = useState(false)
  const defects = itemsOf(installation.survey, 'defect')
  return (
    <>
      <SurveySheet
        kind="permission"
        says={(item) => {
          const words = expected(item, today)
          return (
            words && (
              <Text fontSize="13px" color={words.includes('ask again') ? 'stop' : 'ink2'}>
                {words}
              </Text>
            )
          )
        }}
      />
      <SurveySheet
        kind="defect"
        note={
          defects.length > 0 && (
            <Button size="sm" onClick={() => setLetterOpen(true)}>
              Letter to the owner
            </Button>
          )
        }
        says={({ detail }) =>
          detail.toldOwnerOn === null ? (
            <Text fontSize="13px" color="stop">
              the owner has not been told yet
            </Text>
          ) : (
            <Text fontSize="13px" color="ink2">
              owner told on {dated(detail.toldOwnerOn)}
              {detail.toldHow ? `, ${detail.toldHow}` : ''}
            </Text>
          )
        }
      />
      <Overlay title="Letter to the owner" open={letterOpen} onClose={() => setLetterOpen(false)} wide>
        <Box>
          <chakra.p color="ink2" mb="8px" fontSize="14px">
            Ready to send. Enter the day it was sent at each defect, so that the record shows it.
          </chakra.p>
          <CopyText
            label="Letter to the owner"
            text={defectLetter(defects, { jobName: installation.name, crewName: actor.crewName, today })}
          />
        </Box>
      </Overlay>
    </>
  )
}
