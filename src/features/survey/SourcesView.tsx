'use client'
import { counted } from '@/core/quantity/counted'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { itemsOf } from '@/core/installation/survey'
import { NEEDED_BY, askTheMaker, makerRequest } from '@/core/plan/declaredData'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { CopyText } from './CopyText'
import { SourcesSheet } from './SourcesSheet'
import { SurveySheet } from './SurveySheet'

/** Sources as the makers declare them, what was declared with its origin, and what still has to be asked (P-15). */
export function SourcesView() {
  const {
    record: { installation },
    actor,
  } = useJob()
  const [writing, setWriting] = useState<string | null>(null)
  const { sources, survey } = installation
  const things = [
    ...sources.units.map(({ name }) => ({ name, needs: NEEDED_BY.batteryInverter })),
    ...sources.pvAc.map(({ name }) => ({ name, needs: NEEDED_BY.pvInverter })),
  ]
  const questions = askTheMaker(
    things,
    itemsOf(survey, 'declared').map(({ detail }) => detail),
  )
  return (
    <>
      <SourcesSheet />
      <TitledSheet
        title="Ask the maker"
        note={
          questions.length > 0
            ? `${counted(questions.length, ['figure', 'figures'])} that only a maker can state`
            : undefined
        }
      >
        {questions.length === 0 && (
          <EmptyState title={things.length === 0 ? 'Add an inverter first' : 'Everything is declared'}>
            {things.length === 0 ? 'Then its open figures stand here, with a text that is ready to send.' : undefined}
          </EmptyState>
        )}
        {things.map(({ name }) => {
          const own = questions.filter(({ about }) => about === name)
          return (
            own.length > 0 && (
              <Box key={name} borderTopWidth="1px" borderColor="rule" px="14px" py="8px" fontSize="14px">
                <Flex align="center" gap="12px">
                  <Text fontWeight="600" flex="1" overflowWrap="anywhere">
                    {name}
                  </Text>
                  <Button size="sm" onClick={() => setWriting(name)} aria-label={`Write to the maker of ${name}`}>
                    Write to its maker
                  </Button>
                </Flex>
                <Text color="ink2">
                  {own.map(({ label, assumed }) => (assumed ? `${label} (assumed only)` : label)).join(' · ')}
                </Text>
              </Box>
            )
          )
        })}
      </TitledSheet>
      <SurveySheet kind="declared" />
      <Overlay
        title={writing ? `To the maker of ${writing}` : ''}
        open={writing !== null}
        onClose={() => setWriting(null)}
        wide
      >
        {writing !== null && (
          <CopyText
            label="Request to the maker"
            text={makerRequest(
              questions.filter(({ about }) => about === writing),
              { crewName: actor.crewName, jobName: installation.name },
            )}
          />
        )}
      </Overlay>
    </>
  )
}
