// A printer's config and macro files are kept like scripts, and what is saved on one side stands on the other; asked over the API.
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { syncAllDocuments } from './documents.ts'
import { makeShelf, now, type TestShelf } from './testing.ts'

let shelf: TestShelf
beforeEach(() => {
  shelf = makeShelf()
})
afterEach(() => shelf.remove())
const ask: TestShelf['ask'] = (...asked) => shelf.ask(...asked)

type Head = { id: number; name: string; file: string; moment: string; printerId: number; revision: number }
type Printer = { name: string; macros: string; configFiles: File[]; macroFiles: File[] }
type File = { name: string; text: string }

async function filesOf(name: string): Promise<Head[]> {
  const { printers } = (await ask('/shelf')).json as unknown as { printers: { printer: Printer; files: Head[] }[] }
  return printers.find(each => each.printer.name === name)?.files ?? []
}
async function printerOf(name: string): Promise<{ id: number; data: Printer }> {
  const { printers } = (await ask('/things')).json as unknown as { printers: { id: number; data: Printer }[] }
  const found = printers.find(({ data }) => data.name === name)
  if (!found) throw new Error(`no ${name}`)
  return found
}
const fileOf = async (name: string, file: string): Promise<Head> => {
  const found = (await filesOf(name)).find(each => each.file === file)
  if (!found) throw new Error(`no ${file}`)
  return found
}

describe('the files of a machine', () => {
  it('stand with their printer, and not among its scripts; each runs when its first macro does', async () => {
    expect((await filesOf('Curlew')).map(({ file, moment }) => [file, moment])).toEqual([
      ['', 'start'],
      ['macros.cfg', 'start'],
      ['numbers.cfg', 'start'],
    ])
    expect((await filesOf('Avocet')).length).toBe(20)
    const { printers } = (await ask('/shelf')).json as unknown as { printers: { scripts: { file: null }[] }[] }
    expect(printers.flatMap(({ scripts }) => scripts).every(({ file }) => file === null)).toBe(true)
  })

  it('have a revision for each save, and the printer has its text at once', async () => {
    const { id, printerId } = await fileOf('Curlew', 'numbers.cfg')
    const before = (await ask(`/scripts/${id}`)).json as unknown as { text: string }
    const text = before.text.replace('variable_hot_bed: 90', 'variable_hot_bed: 80')
    const saved = await shelf.save(id, { text, printerId, note: 'PETG too' })
    expect([saved.status, saved.json.revision]).toEqual([200, 2])
    const { data } = await printerOf('Curlew')
    expect(data.configFiles.find(({ name }) => name === 'numbers.cfg')?.text).toBe(text)
    const story = (await ask(`/scripts/${id}/story`)).json as unknown as { revisions: { note: string }[] }
    expect(story.revisions.map(({ note }) => note)).toEqual(['As it is on the machine.', 'PETG too'])
  })

  it('have a revision for each change on the printer’s side, a new file and one that goes', async () => {
    const { id, data } = await printerOf('Avocet')
    const { id: brush } = await fileOf('Avocet', 'brush.g')
    const macroFiles = [
      ...data.macroFiles
        .filter(({ name }) => name !== 'first-line.g')
        .map(file => (file.name === 'brush.g' ? { ...file, text: 'G1 X1\n' } : file)),
      { name: 'new.g', text: 'G28\n' },
    ]
    expect((await ask(`/printers/${id}/macro-files`, 'PUT', { macroFiles })).status).toBe(200)
    expect((await fileOf('Avocet', 'brush.g')).revision).toBe(2)
    expect((await ask(`/scripts/${brush}`)).json.text).toBe('G1 X1\n')
    const names = (await filesOf('Avocet')).map(({ file }) => file)
    expect(names).toContain('new.g')
    expect(names).not.toContain('first-line.g')
  })

  it('are kept as they came where one says so: branched, and not saved over', async () => {
    const { id, printerId } = await fileOf('Curlew', 'numbers.cfg')
    const before = (await ask(`/scripts/${id}`)).json as unknown as { text: string; variantId: number }
    const put = await ask(`/scripts/${id}/variants/${before.variantId}/stock`, 'PUT', { stock: true })
    expect([put.status, put.json.stock]).toEqual([200, true])
    const text = before.text.replace('90', '85')
    const refused = await shelf.save(id, { text, printerId })
    expect([refused.status, refused.json.place]).toEqual([409, 'stock'])
    const branched = await ask(`/scripts/${id}/variants`, 'POST', { name: 'For ABS', text, note: 'hotter plate' })
    expect(branched.status).toBe(201)
    // The branch is in use, and so in the printer.
    const inPrinter = async () =>
      (await printerOf('Curlew')).data.configFiles.find(({ name }) => name === 'numbers.cfg')?.text
    expect(await inPrinter()).toBe(text)
    await ask(`/scripts/${id}/use`, 'PUT', { variantId: before.variantId })
    expect(await inPrinter()).toBe(before.text)
  })

  it('go into the bin and come out with their history, and the printer is without them meanwhile', async () => {
    const { id } = await fileOf('Curlew', 'macros.cfg')
    const { text } = (await ask(`/scripts/${id}`)).json
    await ask(`/scripts/${id}`, 'DELETE')
    expect((await printerOf('Curlew')).data.configFiles.map(({ name }) => name)).toEqual(['numbers.cfg'])
    await ask(`/bin/scripts/${id}`, 'PUT', { name: 'Curlew, macros.cfg' })
    const { data } = await printerOf('Curlew')
    expect(data.configFiles.find(({ name }) => name === 'macros.cfg')?.text).toBe(text)
    expect((await fileOf('Curlew', 'macros.cfg')).id).toBe(id)
  })

  it('stay with their printer, and go with it', async () => {
    const doc = await fileOf('Curlew', 'macros.cfg')
    const dunlin = await printerOf('Dunlin')
    const { text } = (await ask(`/scripts/${doc.id}`)).json
    const moved = await shelf.save(doc.id, { text, printerId: dunlin.id })
    expect([moved.status, moved.json.place]).toEqual([409, 'printerId'])
    const made = (
      await ask('/printers', 'POST', { ...dunlin.data, name: 'Knot', macros: '[gcode_macro A_B]\ngcode:\n  G28\n' })
    ).json
    expect((await filesOf('Knot')).map(({ name }) => name)).toEqual(['Knot, printer.cfg'])
    expect((await ask(`/printers/${made.id}`, 'DELETE')).status).toBe(200)
    expect(await filesOf('Knot')).toEqual([])
    await ask(`/bin/printers/${made.id}`, 'PUT', { name: 'Knot' })
    expect((await filesOf('Knot')).map(({ file, revision }) => [file, revision])).toEqual([['', 1]])
  })

  it('of a shelf of an older version are made once', async () => {
    shelf.database.exec('PRAGMA foreign_keys = off')
    shelf.database.exec("UPDATE scripts SET file = NULL, key = 'gone ' || key WHERE file IS NOT NULL")
    syncAllDocuments(shelf.database, now, 'As it was kept with the printer.')
    expect((await filesOf('Curlew')).length).toBe(3)
    syncAllDocuments(shelf.database, now, 'again')
    expect((await filesOf('Curlew')).map(({ revision }) => revision)).toEqual([1, 1, 1])
  })
})
