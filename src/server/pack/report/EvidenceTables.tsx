import { View } from '@react-pdf/renderer'
import type { ReactNode } from 'react'
import type { InstrumentUsed } from '@/core/handover/instrumentsUsed'
import type { LimitUsed } from '@/core/handover/limitsUsed'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import type { OwnLimit } from '@/core/rules/ownLimits'
import { LIMIT_PURPOSES } from '@/core/rules/ownLimitWords'
import type { Limits } from '@/core/rules/rulePack'
import { type HouseClock, timeThere } from '@/core/time/timeThere'
import type { Correction } from '../corrections'
import { styles } from './reportStyles'
import { Text } from '../PdfText'

/** Figures of one basis that are printed; each stands beside its own point as well. */
const MOST_FIGURES = 2

/** A table under its heading, or the sentence that says why it is empty. */
export function Section({ title, none, children }: { title: string; none: string; children: readonly ReactNode[] }) {
  return (
    <View style={styles.section}>
      <Text style={styles.heading} minPresenceAhead={30}>
        {title}
      </Text>
      {children.length === 0 ? <Text>{none}</Text> : children}
    </View>
  )
}

/** Instruments that were used, each with the certificate that covered it, or plainly without one. */
export function InstrumentTable({ used }: { used: readonly InstrumentUsed[] }) {
  return (
    <Section title="Instruments" none="No reading names an instrument.">
      {used.map(({ instrument, readings, from, to, certificate }) => (
        <View key={instrument.id} style={styles.row} wrap={false}>
          <Text style={{ flex: 1 }}>
            {instrument.tag} {instrument.name}
            {instrument.serial ? `, ${instrument.serial}` : ''}
          </Text>
          <Text style={{ flex: 1 }}>
            {readings} reading{readings === 1 ? '' : 's'}, {from === to ? from : `${from} to ${to}`}
          </Text>
          <Text style={{ flex: 1.2 }}>
            {certificate
              ? `certificate ${certificate.number ?? 'without a number'}, valid to ${certificate.dueOn}`
              : 'no certificate covered it: its readings are to be watched at best'}
          </Text>
        </View>
      ))}
    </Section>
  )
}

/** Readings that were corrected or taken back: both stand, with the reason. */
export function CorrectionTable({ corrections, house }: { corrections: readonly Correction[]; house: HouseClock }) {
  return (
    <Section title="Corrections, in the open" none="No reading was corrected.">
      {corrections.map(({ id, label, before, after, reason, byName, at }) => (
        <View key={id} style={styles.row} wrap={false}>
          <Text style={{ flex: 1 }}>
            {label}: {before} → {after}.{' '}
            <Text style={styles.note}>{`“${reason}” ${byName}, ${timeThere(at, house)}`}</Text>
          </Text>
        </View>
      ))}
    </Section>
  )
}

/** Limits that a lead set for this job, whether a verdict quotes them or the plan alone was reckoned with them. */
export function OwnLimitTable({ own, packs, house }: { own: readonly OwnLimit[]; packs: Limits; house: HouseClock }) {
  const figure = (key: OwnLimit['key'], value: number) => formatQuantity(value, packs[key].unit)
  return (
    <Section title="Limits that the crew set for this job" none="None: all are those of the region’s rules.">
      {own.map(({ key, value, reason, byName, at }) => (
        <View key={key} style={styles.row} wrap={false}>
          <Text style={{ flex: 1, paddingRight: 8 }}>
            {LIMIT_PURPOSES[key]}: {value === null ? '–' : figure(key, value)} instead of{' '}
            {figure(key, packs[key].value)}.{' '}
            <Text style={styles.note}>{`“${reason}” ${byName}, ${timeThere(at, house)}`}</Text>
          </Text>
        </View>
      ))}
    </Section>
  )
}

/** Every limit that a verdict quotes, with where it comes from. */
export function LimitTable({ limits }: { limits: readonly LimitUsed[] }) {
  return (
    <Section title="Limits, and where they come from" none="No verdict quotes a limit.">
      {limits.map(({ code, limits: figures, basis, points }) => (
        <View key={`${code} ${basis}`} style={styles.row} wrap={false}>
          <Text style={{ width: 38 }}>{code}</Text>
          <Text style={{ flex: 1.2, paddingRight: 8 }}>
            {figures.slice(0, MOST_FIGURES).join('; ')}
            {figures.length > MOST_FIGURES ? ` … and ${figures.length - MOST_FIGURES} like these` : ''}
          </Text>
          <Text style={{ flex: 2, paddingRight: 8 }}>{basis}</Text>
          <Text style={{ width: 50, textAlign: 'right' }}>
            {points} point{points === 1 ? '' : 's'}
          </Text>
        </View>
      ))}
    </Section>
  )
}
