import { type Page, expect, test } from '@playwright/test'
import type { JobRecord } from '@/core/evidence/judge'
import { ledger, makeJob, openBench, signIn } from './support'

const FILE = `No.;Date/Time;Circuit;Function;Parameter;Result;Unit
1;14.03.2026 09:12;C1;Riso;500 V;>999;MOhm
2;14.03.2026 09:14;C1;R low;;0,31;Ohm
3;14.03.2026 09:16;Feeder;Riso;500 V;420;MOhm
4;14.03.2026 09:20;C1;RCD;5 x 30 mA;22;ms
5;14.03.2026 09:22;Shed;Riso;500 V;120;MOhm
6;14.03.2026 09:24;C1;Phase sequence;;123;
`
const read = (page: Page, text: string, name = 'memory.csv') =>
  page.setInputFiles('input[type=file]', { name, mimeType: 'text/csv', buffer: Buffer.from(text) })
const readings = async (page: Page, jobId: string) =>
  ((await (await page.request.get(`/api/jobs/${jobId}`)).json()) as { record: JobRecord }).record.readings

test('a tester’s memory goes to its points, doubtful rows are asked, and nothing is stored twice', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Memory House')
  await openBench(page, jobId, '?stage=wire&view=dead')
  await page.getByRole('button', { name: 'Read a tester’s memory' }).click()
  await read(page, FILE)
  const values = page.getByRole('table', { name: 'Values of the memory' })
  await expect(page.getByText('2 ready · 4 waiting · 0 recorded before')).toBeVisible()
  await expect(values.getByText('say which place this is')).toHaveCount(2)
  await expect(values.getByText('say which test this is')).toHaveCount(1)
  await expect(values.getByText('say which supply the house was on')).toHaveCount(1)
  // what somebody says of a name holds for every row with it
  await page.getByLabel('What Feeder is').selectOption('w1')
  await expect(page.getByText('3 ready · 3 waiting')).toBeVisible()
  await page.getByLabel('Which supply the house was on').selectOption('grid')
  await expect(values.getByText(/Time at 5 ×, 22\sms/)).toBeVisible()
  await page.getByRole('button', { name: 'Record 4 readings' }).click()
  await expect(page.getByText('4 readings are recorded.')).toBeVisible()
  await expect(page.getByText('0 ready · 2 waiting · 4 recorded before')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Record 0 readings' })).toBeDisabled()
  await page.keyboard.press('Escape')
  await expect(ledger(page)).toContainText('from the tester’s memory')
  await expect(page.getByTestId('outbox-state')).toContainText('all sent')
  const stored = await readings(page, jobId)
  const of = (pointKey: string, slot: string) =>
    stored.filter((one) => one.pointKey === pointKey && one.slot === slot).map(({ valueNumber }) => valueNumber)
  expect([of('wire.dead.circuit.c1', 'insulation'), of('wire.dead.run.w1', 'insulation')]).toEqual([[999], [420]])
  const [insulation] = stored.filter(({ pointKey }) => pointKey === 'wire.dead.circuit.c1')
  expect(insulation?.detail).toMatchObject({ bound: 'above', source: 'tester' })
  expect(insulation?.recordedAt.startsWith('2026-03-14')).toBe(true)
  // the same file, after the page was loaded anew: all of it is known
  await page.reload()
  await openBench(page, jobId, '?stage=wire&view=dead')
  await page.getByRole('button', { name: 'Read a tester’s memory' }).click()
  await read(page, FILE)
  await page.getByLabel('What Feeder is').selectOption('w1')
  await page.getByLabel('Which supply the house was on').selectOption('grid')
  await expect(page.getByText('0 ready · 2 waiting · 4 recorded before')).toBeVisible()
  expect(await readings(page, jobId)).toHaveLength(stored.length)
})

test('a file without units or times asks for them, and what is no table is refused in words', async ({
  page,
  context,
}) => {
  await signIn(context, 'ines')
  const jobId = await makeJob(context.request, 'Bare Memory House')
  await openBench(page, jobId, '?stage=wire&view=dead')
  await page.getByRole('button', { name: 'Read a tester’s memory' }).click()
  await read(page, 'a\u0000b', 'picture.csv')
  await expect(page.getByText('This is no text file')).toBeVisible()
  await read(page, 'Circuit,Function,Result\nC1,Riso,250\nC1,Riso,PASS\n')
  const values = page.getByRole('table', { name: 'Values of the memory' })
  await expect(values.getByText('say the unit: the file names none')).toBeVisible()
  await expect(values.getByText(/“PASS” is not a number/)).toBeVisible()
  await page.getByLabel('Unit of Riso').selectOption('kΩ')
  await expect(values.getByText(/Insulation, 0\.25\sMΩ/)).toBeVisible()
  await page.getByRole('button', { name: 'Record one reading' }).click()
  await expect(page.getByText('One reading is recorded.')).toBeVisible()
  await page.keyboard.press('Escape')
  // a quarter of a megohm is below what the job asks, whatever the tester called it
  await expect(ledger(page)).toContainText(/Insulation 0\.25\sMΩ: it has to be ≥/)
  await expect(page.getByTestId('outbox-state')).toContainText('all sent')
})
