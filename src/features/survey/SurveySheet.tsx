'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { type ReactNode, useState } from 'react'
import { type SurveyItem, type SurveyKind, itemsOf } from '@/core/installation/survey'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { type FieldSpec, fieldsIn } from '@/schemas/fieldSpec'
import { SURVEY_SCHEMAS, surveyContradiction } from '@/schemas/survey'
import { SURVEY_FIELDS, SURVEY_WORDS } from '@/schemas/surveyFields'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { schemaIssues } from '@/schemas/schemaIssues'
import { ThingForm } from '../forms/ThingForm'
import { AddPicture } from '../job/AddPicture'
import { useJob } from '../job/JobContext'
import { Pictures } from './Pictures'
import { withinSentence } from '@/core/withinSentence'

interface SurveySheetProps<K extends SurveyKind> {
  kind: K
  /** What the plan has to say of one thing, beside its facts. */
  says?: (item: SurveyItem<K>) => ReactNode
  note?: ReactNode
  /** Leaves an empty sheet out; its kind then stands in `NotFound`. */
  hideEmpty?: boolean
}

/** Everything of one kind that was found, each with its facts, its pictures and its form. */
export function SurveySheet<K extends SurveyKind>({ kind, says, note, hideEmpty = false }: SurveySheetProps<K>) {
  const {
    record: { installation },
    bench: {
      context: { pack },
    },
    may,
  } = useJob()
  const [editing, setEditing] = useState<SurveyItem | 'new' | null>(null)
  const items = itemsOf(installation.survey, kind)
  const words = SURVEY_WORDS[kind]
  const edit = may('saveSurveyItem')
  if (hideEmpty && items.length === 0) return null
  return (
    <TitledSheet
      title={words.many}
      note={note}
      actions={
        edit && (
          <Button size="sm" onClick={() => setEditing('new')}>
            Add a {words.one}
          </Button>
        )
      }
    >
      {items.length === 0 && <EmptyState title={words.empty} />}
      {items.map((item) => (
        <Flex
          key={item.id}
          data-survey={item.tag}
          borderTopWidth="1px"
          borderColor="rule"
          px="14px"
          py="8px"
          gap="12px"
          align="flex-start"
          wrap={{ base: 'wrap', md: 'nowrap' }}
          fontSize="14px"
        >
          <Box flex="1" minW="0">
            <Flex gap="8px" align="baseline" wrap="wrap">
              <Text fontWeight="600" overflowWrap="anywhere">
                {item.name}
              </Text>
              <Text fontFamily="mono" fontSize="12px" color="ink3">
                {item.tag}
              </Text>
            </Flex>
            <Text color="ink2">
              {factsOf(fieldsIn(SURVEY_FIELDS[kind], pack), item.detail as Record<string, unknown>)}
            </Text>
            {says?.(item as SurveyItem<K>)}
            <Pictures subject={item.tag} label={item.name} />
          </Box>
          <Flex gap="6px" flex="none" align="center">
            <AddPicture subject={item.tag} compact />
            {edit && (
              <Button
                variant="bare"
                size="sm"
                fontSize="13px"
                onClick={() => setEditing(item as SurveyItem)}
                aria-label={`Change ${item.name}`}
              >
                change
              </Button>
            )}
          </Flex>
        </Flex>
      ))}
      <Overlay
        title={editing === 'new' ? `New ${words.one}` : `Change the ${words.one}`}
        open={editing !== null}
        onClose={() => setEditing(null)}
        wide
      >
        {editing !== null && (
          <SurveyForm
            key={editing === 'new' ? 'new' : editing.id}
            kind={kind}
            item={editing === 'new' ? null : editing}
            onClose={() => setEditing(null)}
          />
        )}
      </Overlay>
    </TitledSheet>
  )
}

/** The kinds nothing was found of yet, in one sheet, each with its way in. */
export function NotFound({ kinds }: { kinds: readonly SurveyKind[] }) {
  const {
    record: {
      installation: { survey },
    },
    may,
  } = useJob()
  const [adding, setAdding] = useState<SurveyKind | null>(null)
  const empty = kinds.filter((kind) => itemsOf(survey, kind).length === 0)
  if (empty.length === 0) return null
  return (
    <TitledSheet title="Nothing found of these yet">
      <Flex px="14px" pb="12px" gap="8px" wrap="wrap">
        {empty.map((kind) =>
          may('saveSurveyItem') ? (
            <Button key={kind} size="sm" onClick={() => setAdding(kind)}>
              Add a {SURVEY_WORDS[kind].one}
            </Button>
          ) : (
            <Text key={kind} color="ink2">
              {SURVEY_WORDS[kind].many}
            </Text>
          ),
        )}
      </Flex>
      <Overlay
        title={adding ? `New ${SURVEY_WORDS[adding].one}` : ''}
        open={adding !== null}
        onClose={() => setAdding(null)}
        wide
      >
        {adding && <SurveyForm key={adding} kind={adding} item={null} onClose={() => setAdding(null)} />}
      </Overlay>
    </TitledSheet>
  )
}

/** What is known, in one line; what is not known is said to be open rather than left out. */
export function factsOf(fields: readonly FieldSpec[], detail: Record<string, unknown>): string {
  return fields
    .flatMap((spec) => {
      const value = detail[spec.name]
      const label = withinSentence(spec.label)
      // an open choice or question decides something; other blanks are said by the checklist
      if (value === null || value === undefined || value === '')
        return spec.kind === 'choice' || spec.kind === 'flag' ? [`${label} open`] : []
      switch (spec.kind) {
        case 'flag':
          return value ? [label] : [`${label}: no`]
        case 'choice':
          return [`${label} ${spec.options?.[String(value)] ?? String(value)}`]
        case 'percent':
          return value === 0 ? [] : [`${label} ${formatNumber(Number(value) * 100, 3)} %`]
        case 'number':
          return [`${label} ${spec.unit ? formatQuantity(Number(value), spec.unit, 4) : formatNumber(Number(value))}`]
        default:
          return [`${label} ${String(value)}`]
      }
    })
    .join(' · ')
}

function SurveyForm({ kind, item, onClose }: { kind: SurveyKind; item: SurveyItem | null; onClose: () => void }) {
  const {
    record: { installation },
    bench: {
      context: { pack },
    },
    carryOut,
  } = useJob()
  const { jobId, survey } = installation
  const own = fieldsIn(SURVEY_FIELDS[kind], pack)
  const hasPhase = SURVEY_FIELDS[kind].some(({ name }) => name === 'phase')
  const complete = (fields: Record<string, unknown>) => ({
    ...(hasPhase && pack.phases.length === 1 && { phase: 'all' }),
    ...fields,
  })
  return (
    <ThingForm
      words={SURVEY_WORDS[kind]}
      specs={own}
      item={item}
      taken={new Set(survey.map(({ tag }) => tag))}
      tagHint="pictures are kept under it"
      removalHint="Its pictures stay on record."
      onClose={onClose}
      check={(fields) => {
        const wrong = surveyContradiction(complete(fields), pack.id)
        return [...schemaIssues(SURVEY_SCHEMAS[kind], complete(fields)), ...(wrong ? [wrong] : [])]
      }}
      save={async (itemId, fields) => {
        await carryOut('saveSurveyItem', { jobId, kind, itemId, fields: complete(fields) })
      }}
      remove={async (itemId) => {
        await carryOut('removeSurveyItem', { jobId, itemId })
      }}
    />
  )
}
