import { StyleSheet } from '@react-pdf/renderer'
import { palette } from '@/look/palette'
import { REPORT_FONTS } from '../reportFonts'

export const { paper } = palette

/** How the printed report looks; it reads the same in grey. */
export const styles = StyleSheet.create({
  page: {
    padding: '16mm 16mm 18mm',
    fontFamily: REPORT_FONTS as never,
    fontSize: 9.5,
    color: paper.ink,
    lineHeight: 1.4,
  },
  letterHead: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    paddingBottom: 8,
    marginBottom: 10,
    borderBottomWidth: 0.5,
    borderBottomColor: paper.ink2,
  },
  title: { fontSize: 22, fontWeight: 700, lineHeight: 1.15 },
  sub: { color: paper.ink2, marginTop: 3 },
  section: { marginTop: 14 },
  heading: {
    fontSize: 13,
    fontWeight: 700,
    paddingBottom: 3,
    marginBottom: 5,
    borderBottomWidth: 0.75,
    borderBottomColor: paper.rule2,
  },
  row: { flexDirection: 'row', paddingVertical: 3, borderBottomWidth: 0.4, borderBottomColor: paper.rule },
  word: { width: 58, flexDirection: 'row', gap: 4, fontWeight: 700 },
  note: { color: paper.ink2, fontSize: 8.5 },
  foot: {
    position: 'absolute',
    left: '16mm',
    right: '16mm',
    fontSize: 7.5,
    color: paper.ink2,
    flexDirection: 'row',
    justifyContent: 'space-between',
  },
})
