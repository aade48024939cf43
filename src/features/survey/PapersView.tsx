'use client'
import { Box, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { itemsOf } from '@/core/installation/survey'
import { type PaperState, paperWords, papersOfInstallation } from '@/core/plan/papersOfInstallation'
import { defectLetter } from '@/core/plan/defectLetter'
import { Button } from '@/ui/Button'
import { Overlay } from '@/ui/Overlay'
import { day } from '@/ui/clock'
import { useJob } from '../job/JobContext'
import { CopyText } from './CopyText'
import { SurveySheet } from './SurveySheet'

/** What somebody has to do something about. */
const LOUD: readonly PaperState[] = ['refused', 'late', 'afterDay']
/** Permissions and incentive papers with their lead times, and the defects that were there before the crew. */
export function PapersView() {
  const {
    record: { installation, today },
    view,
    actor,
  } = useJob()
  const papers = papersOfInstallation(installation, today, view.scheduledDay)
  const [letterOpen, setLetterOpen] = useState(false)
  const defects = itemsOf(installation.survey, 'defect')
  return (
    <>
      <SurveySheet
        kind="permission"
        says={(item) => {
          const paper = papers.find(({ tag }) => tag === item.tag)
          const words = paper && paperWords(paper, paper.expectedOn && day(paper.expectedOn))
          return (
            words && (
              <Text fontSize="13px" color={LOUD.includes(paper.state) ? 'stop' : 'ink2'}>
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
              owner told on {day(detail.toldOwnerOn)}
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
