import { describe, expect, it } from 'vitest'
import { REGISTER_NAMES } from '@/core/settings/registerNames'
import { SHIPPED_TEMPLATES, originOf, templateChanges } from '@/core/settings/settingTemplates'
import { MOST_TEMPLATE_BYTES, readSettingTemplate, settingTemplateJson } from './settingTemplate'

const [first] = SHIPPED_TEMPLATES
const whole = JSON.parse(settingTemplateJson(first!)) as Record<string, unknown>
const read = (change: Record<string, unknown>) => readSettingTemplate(JSON.stringify({ ...whole, ...change }))

describe('templates that ship', () => {
  it.each(SHIPPED_TEMPLATES)(
    '$name: is read back as it was written, and names settings that a gateway has',
    (template) => {
      expect(readSettingTemplate(settingTemplateJson(template))).toEqual({ ok: true, value: template })
      expect(template.settings.filter(({ key }) => !(key in REGISTER_NAMES))).toEqual([])
      expect(template.origin).not.toBe('')
    },
  )
})

describe('a template', () => {
  it('shows what it would change before it changes it', () => {
    const [one, two] = first!.settings
    const changes = templateChanges(first!, [
      { key: one!.key, value: one!.value, tolerance: one!.tolerance },
      { key: two!.key, value: one!.value + 7, tolerance: two!.tolerance },
    ])
    expect(changes.map(({ kind, now }) => [kind, now])).toEqual([
      ['same', one!.value],
      ['other', one!.value + 7],
      ...first!.settings.slice(2).map(() => ['new', null]),
    ])
  })

  it('leaves its name with what was taken from it', () => {
    expect(originOf(first!)).toBe(`${first!.name} (${first!.origin})`)
    expect(originOf({ ...first!, name: 'x'.repeat(200) })).toHaveLength(120)
  })

  it.each([
    ['no JSON', '{"name": ', /no JSON/],
    ['a list', '[]', /no template/],
    ['nothing', 'null', /no template/],
    ['too much', `"${'x'.repeat(MOST_TEMPLATE_BYTES)}"`, /64 kB/],
  ])('is refused in words: %s', (_, text, message) => {
    const result = readSettingTemplate(text)
    expect(result.ok ? '' : result.error[0]?.message).toMatch(message)
  })

  it.each([
    ['no settings', { settings: [] }, 'settings'],
    ['settings that are no list', { settings: { length: 1 } }, 'settings'],
    ['no origin', { origin: '' }, 'origin'],
    ['a name that is no text', { name: 7 }, 'name'],
    ['a field that nobody knows', { constructor: 'x' }, ''],
    ['a value that is none', { settings: [{ ...first!.settings[0], value: 'much' }] }, 'settings[0].value'],
    ['a unit that is none', { settings: [{ ...first!.settings[0], unit: 'furlong' }] }, 'settings[0].unit'],
    ['a key twice', { settings: [first!.settings[0], first!.settings[0]] }, 'settings'],
  ])('is refused at its place: %s', (_, change, path) => {
    const result = read(change)
    expect(result.ok ? 'taken' : result.error.map((issue) => issue.path)).toContain(path)
  })
})
