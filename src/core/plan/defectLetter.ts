import type { SurveyItem } from '../installation/survey'

const GRADE_LINES: Readonly<Record<SurveyItem<'defect'>['detail']['grade'], string>> = {
  danger: 'Danger: please do not use it until a licensed person has put it right.',
  defect: 'Defect: it should be put right before or together with our work.',
  remark: 'Remark: it does not stand in the way of our work.',
}

/** A letter that tells the owner in writing of what was wrong before the work; plain text, the dangerous first. */
export function defectLetter(
  defects: readonly SurveyItem<'defect'>[],
  { jobName, crewName, today }: { jobName: string; crewName: string; today: string },
): string {
  const order = Object.keys(GRADE_LINES)
  const lines = [...defects]
    .sort((a, b) => order.indexOf(a.detail.grade) - order.indexOf(b.detail.grade))
    .map(
      ({ name, detail }, k) =>
        `${k + 1}. ${name}${detail.place ? `, ${detail.place}` : ''}. ${GRADE_LINES[detail.grade]}`,
    )
  return [
    `Subject: What we found at ${jobName}`,
    '',
    today,
    '',
    'Good day,',
    '',
    'when we looked at your installation we found the following. It was there before our work; we tell you in writing so that you can decide what to do about it.',
    '',
    ...lines,
    '',
    'Nothing here replaces the judgement of a licensed person on site. Please ask us if anything is unclear.',
    '',
    'With kind regards',
    crewName,
  ].join('\n')
}
