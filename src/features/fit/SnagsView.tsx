'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { type FitItem, fitOf } from '@/core/installation/fit'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useToday } from '@/ui/useTimes'
import { todayHere } from '@/ui/zone'
import { AddPicture } from '../job/AddPicture'
import { useJob } from '../job/JobContext'
import { Pictures } from '../survey/Pictures'
import { type FitEditing, FitItemOverlay } from './FitItemOverlay'
import { useFitItems } from './useFitItems'

/** Pictures that show a snag cleared are kept apart from those that show it. */
export const clearedSubject = (tag: string): string => `${tag}done`

/** Snags: what, where, who and by when; one is cleared with a picture that shows it. */
export function SnagsView() {
  const {
    record: { installation, attachments },
    actor,
    may,
  } = useJob()
  const { save, refusal } = useFitItems()
  const today = useToday()
  const [editing, setEditing] = useState<FitEditing | null>(null)
  const edit = may('saveFitItems')
  const snags = [...fitOf(installation.fit, 'snag')].sort(
    (a, b) =>
      Number(a.detail.clearedOn !== null) - Number(b.detail.clearedOn !== null) ||
      (a.detail.due ?? '9').localeCompare(b.detail.due ?? '9'),
  )
  const open = snags.filter(({ detail }) => detail.clearedOn === null).length
  const late = ({ detail }: FitItem<'snag'>) => detail.clearedOn === null && detail.due !== null && detail.due < today
  return (
    <>
      <TitledSheet
        title="Snags"
        note={snags.length > 0 ? `${open} open` : undefined}
        actions={
          edit && (
            <Button
              size="sm"
              onClick={() => setEditing({ kind: 'snag', item: null, without: ['clearedOn', 'clearedBy'] })}
            >
              Add a snag
            </Button>
          )
        }
      >
        {refusal && (
          <Notice kind="error" mx="14px" mb="8px">
            {refusal}
          </Notice>
        )}
        {snags.length === 0 && (
          <EmptyState title="No snags">
            What is left to put right goes here, so that nobody has to remember it.
          </EmptyState>
        )}
        {snags.map((snag) => {
          const shown = attachments.some(({ subject }) => subject === clearedSubject(snag.tag))
          const cleared = snag.detail.clearedOn !== null
          return (
            <Flex
              key={snag.id}
              data-snag={snag.tag}
              px="14px"
              py="8px"
              gap="12px"
              borderTopWidth="1px"
              borderColor="rule"
              fontSize="14px"
              align="flex-start"
              wrap={{ base: 'wrap', md: 'nowrap' }}
            >
              <Box flex="1" minW="0">
                <Text fontWeight="600" textDecoration={cleared ? 'line-through' : undefined} overflowWrap="anywhere">
                  {snag.name}{' '}
                  <Text as="span" fontFamily="mono" fontWeight="400" fontSize="12px" color="ink3">
                    {snag.tag}
                  </Text>
                </Text>
                <Text color={late(snag) ? 'stop' : 'ink2'}>
                  {[
                    snag.detail.place,
                    snag.detail.who && `for ${snag.detail.who}`,
                    snag.detail.due && `by ${snag.detail.due}${late(snag) ? ', late' : ''}`,
                    cleared && `cleared on ${snag.detail.clearedOn} by ${snag.detail.clearedBy}`,
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </Text>
                <Pictures subject={snag.tag} label={snag.name} />
                <Pictures subject={clearedSubject(snag.tag)} label={`${snag.name}, cleared`} />
              </Box>
              {edit && (
                <Flex gap="6px" align="center" flex="none" wrap="wrap">
                  {!cleared && <AddPicture subject={snag.tag} compact />}
                  {!cleared && !shown && (
                    <Flex align="center" gap="4px" fontSize="13px" color="ink2">
                      cleared?
                      <AddPicture subject={clearedSubject(snag.tag)} compact />
                    </Flex>
                  )}
                  {!cleared && (
                    <Button
                      size="sm"
                      disabled={!shown}
                      title={shown ? undefined : 'Take a picture of it cleared first.'}
                      onClick={() =>
                        void save([
                          {
                            ...snag,
                            detail: { ...snag.detail, clearedOn: todayHere(), clearedBy: actor.name },
                          },
                        ])
                      }
                    >
                      Cleared
                    </Button>
                  )}
                  <Button
                    variant="bare"
                    size="sm"
                    fontSize="13px"
                    onClick={() => setEditing({ kind: 'snag', item: snag, without: ['clearedOn', 'clearedBy'] })}
                    aria-label={`Change ${snag.name}`}
                  >
                    change
                  </Button>
                </Flex>
              )}
            </Flex>
          )
        })}
      </TitledSheet>
      <FitItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}
