import { View } from '@react-pdf/renderer'
import { type CircuitRow, RESULT_COLUMNS, type ResultColumn } from '@/core/handover/circuitResults'
import type { Verdict } from '@/core/rules/verdict'
import { styles } from './reportStyles'
import { Text } from '../PdfText'

const HEADS: Readonly<Record<ResultColumn, string>> = {
  dead: 'Dead tests',
  terminals: 'Terminals',
  street: 'RCD, street',
  island: 'RCD, island',
  disconnection: 'Disconnection',
}
const WORDS: Readonly<Record<Verdict, string>> = { proven: 'Proven', watch: 'Watch', stop: 'STOP', open: 'Open' }
const cell = { flex: 1, fontSize: 8, paddingRight: 4 } as const

/** Schedule of results: a row a circuit, on the street and in island mode. */
export function CircuitTable({ rows }: { rows: readonly CircuitRow[] }) {
  if (rows.length === 0) return null
  return (
    <View style={styles.section}>
      <Text style={styles.heading} minPresenceAhead={60}>
        Schedule of results, by circuit
      </Text>
      <View style={[styles.row, { fontWeight: 700 }]} fixed>
        <Text style={[cell, { flex: 2.2 }]}>Circuit</Text>
        <Text style={[cell, { flex: 1.3 }]}>Protection</Text>
        {RESULT_COLUMNS.map((column) => (
          <Text key={column} style={cell}>
            {HEADS[column]}
          </Text>
        ))}
      </View>
      {rows.map(({ tag, name, boardTag, way, protection, backedUp, results }) => (
        <View key={tag} style={styles.row} wrap={false}>
          <Text style={[cell, { flex: 2.2 }]}>
            {tag} {name}
            {boardTag ? `, ${boardTag}${way === null ? '' : ` way ${way}`}` : ''}
            {backedUp ? '' : ', not backed up'}
          </Text>
          <Text style={[cell, { flex: 1.3 }]}>{protection}</Text>
          {RESULT_COLUMNS.map((column) => {
            const result = results[column]
            return (
              <Text key={column} style={cell}>
                {result === null ? 'not asked' : `${WORDS[result.verdict]}${result.value ? `\n${result.value}` : ''}`}
              </Text>
            )
          })}
        </View>
      ))}
    </View>
  )
}
