import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

const root = join(import.meta.dirname ?? '', '..', '..')
let folder: string
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'warm-prelude-'))
})
afterAll(() => rmSync(folder, { recursive: true }))

function cli(words: string[], input = '') {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['scripts/cli.mjs', ...words], {
    cwd: root,
    input,
    encoding: 'utf8',
  })
  return { status, out: stdout, err: stderr }
}

describe('the terminal', () => {
  it('takes a printer by the path of a file in a request of --many, however long the path is', () => {
    const path = join(folder, `${'long '.repeat(20)}.json`)
    const { status, out } = cli(['rehearse', '--many'], JSON.stringify({ text: 'G28\n', printer: path }))
    expect(status).toBe(0)
    // The folder's name and 100 characters: no limit for names applies, only the file is missing.
    expect(JSON.parse(out).error).toContain(`There is no printer “${path}”`)
  })

  it('rehearses standard input and gives the contract’s numbers', () => {
    const answer = cli(
      ['rehearse', '-', '--printer', 'dunlin', '--json'],
      'G28\nM109 S200\nG92 E0\nG1 X10 Y20 Z0.3 F3000\nM400\nG1 Y120 E12.5 F1200\n',
    )
    expect(answer.status).toBe(0)
    const json = JSON.parse(answer.out)
    // 12.5 mm of 1.75 mm filament over 100 mm: 0.3006602 mm²; from rest, Dunlin prints with 1000 mm/s²: 5.02 s
    expect(json.strokes).toHaveLength(1)
    expect(json.strokes[0].cross_section_mm2).toBeCloseTo(0.3006602, 6)
    expect(json.strokes[0].seconds).toBeCloseTo(5.02, 6)
    // 200 °C in 95 s, towards 500: τ = 95/ln(480/300) = 202.126 s. The board waits until 199 °C, τ·ln(480/301) = 94.327 s,
    // and 5 s more.
    expect(json.duration.heating_s).toBeCloseTo(99.327, 3)
    expect(json.end).toMatchObject({
      position: { x: 10, y: 120, z: 0.3, e: 12.5 },
      nozzle_targets: [200],
      levelling: 'off',
      homed: ['x', 'y', 'z'],
    })
    expect(json.findings.map(({ rule }: { rule: string }) => rule)).toContain('levelling-off')
  })

  it('ends with 1 when a check finds an error, and with 0 when it does not', () => {
    expect(
      cli(['check', 'demo/scripts/turnstone-as-it-came.gcode', '--printer', 'Turnstone', '--moment', 'end']).status,
    ).toBe(1)
    const sound = cli(['check', 'demo/scripts/dunlin-everyday.gcode', '--printer', 'Dunlin', '--job', 'TALL', '--json'])
    const severities = JSON.parse(sound.out).map(({ severity }: { severity: string }) => severity)
    expect([sound.status, severities]).toEqual([0, ['advice']])
  })

  it('learns a printer from its files, in the contract’s form, which rehearses as it is', () => {
    const answer = cli(['learn', 'demo/machines/dunlin/settings.txt', '--json'])
    expect(answer.status).toBe(0)
    const { printer, told, asks, taught, passed_over } = JSON.parse(answer.out)
    expect(told).toContainEqual({
      field: 'highestSpeedMmS.y',
      value: 250,
      file: 'settings.txt',
      line: 22,
      how: 'stated',
    })
    expect(asks.map(({ key }: { key: string }) => key)).toContain('heaters.bed.secondsTo60')
    expect(taught).toEqual([])
    expect(passed_over[0]).toEqual({
      file: 'settings.txt',
      line: 16,
      why: 'M149 sets nothing that a rehearsal needs.',
    })
    const path = join(folder, 'learned.json')
    writeFileSync(path, JSON.stringify(printer))
    expect(cli(['rehearse', '-', '--printer', path], 'G28\n').status).toBe(0)
  })

  it('explains each line', () => {
    const json = JSON.parse(cli(['explain', '-', '--printer', 'Dunlin', '--json'], 'G90\n\n; note').out)
    expect(json).toEqual([
      { line: 1, kind: 'command', says: 'Absolute positions: coordinates count from the origin.' },
      { line: 2, kind: 'blank', says: '' },
      { line: 3, kind: 'comment', says: '' },
    ])
  })

  it.each(['printers', 'jobs', 'materials', 'rules', 'commands'])('lists %s', what => {
    const list = JSON.parse(cli(['list', what, '--json']).out)
    expect(list.length).toBeGreaterThan(1)
    expect(list.every(({ name }: { name: unknown }) => typeof name === 'string')).toBe(true)
  })

  it('takes a printer from a file in our open format', () => {
    const path = join(folder, 'mine.json')
    const dunlin = JSON.parse(cli(['list', 'printers', '--json']).out)[0]
    writeFileSync(path, JSON.stringify({ ...dunlin, reach: { ...dunlin.reach, x: [0, 50] } }))
    expect(cli(['check', '-', '--printer', path], 'G28 X Y\nG1 X60\n').out).toContain('outside-reach')
  })

  it.each([
    [[], 2, 'Say what to do'],
    [['dance'], 2, '“dance” is not a command here'],
    [['check', 'x.gcode'], 2, 'Name the printer with --printer.'],
    [['check', '-', '--printer', 'Dodo'], 2, 'There is no printer “Dodo”'],
    [['check', '-', '--printer', 'Dunlin', '--moment', 'noon'], 2, '“noon” is not a moment'],
    [['check', '-', '--printer', 'Dunlin', '--speed'], 2, 'Unknown option'],
    [['list', 'birds'], 2, 'Say what to list'],
    [['learn'], 2, 'Name the files to learn from'],
    [['learn', 'nowhere.cfg'], 3, 'There is no file nowhere.cfg.'],
    [['learn', 'LICENSE'], 3, 'LICENSE: Nothing in it describes a printer'],
    [['check', 'nowhere.gcode', '--printer', 'Dunlin'], 3, 'There is no file nowhere.gcode.'],
    [['check', 'docs', '--printer', 'Dunlin'], 3, 'can’t be read'],
    [['check', '-', '--printer', 'package.json'], 3, 'package.json is not a printer as we know it'],
  ])('answers %j with exit code %i and one sentence', (words, status, sentence) => {
    const answer = cli(words)
    expect(answer.status).toBe(status)
    expect(answer.out).toBe('')
    expect(
      answer.err
        .trim()
        .split('\n')
        .filter(line => !line.startsWith('npm')),
    ).toHaveLength(1)
    expect(answer.err).toContain(sentence)
  })

  it('says that a picture is no script', () => {
    const path = join(folder, 'photo.png')
    writeFileSync(path, Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))
    expect(cli(['check', path, '--printer', 'Dunlin'])).toMatchObject({
      status: 3,
      err: expect.stringContaining('PNG picture'),
    })
  })
})

describe('carry at the terminal', () => {
  const text = 'G90\nM83\nG28\nG29\nM117 Probing\nM109 S205\n'

  it('writes the script to standard output and what became of its lines beside it', () => {
    const answer = cli(['carry', '-', '--from', 'Dunlin', '--to', 'turnstone'], text)
    expect(answer.status).toBe(0)
    // No probe: the kept mesh; no display.
    expect(answer.out).toBe('G90\nM83\nG28\nM420 S1\nM109 S205\n')
    expect(answer.err).toContain('line 5  left out')
  })

  it('gives the contract’s JSON, for some lines alone, and ends with 1 when something is not answered', () => {
    const answer = cli(
      ['carry', '-', '--from', 'Curlew', '--to', 'Dunlin', '--lines', '2', '--json'],
      'G28\nM109 S290\n',
    )
    expect(answer.status).toBe(1)
    const json = JSON.parse(answer.out)
    expect(json).toMatchObject({
      text: 'M109 S260\n',
      changes: [{ line: 2, became: ['M109 S260'], kind: 'asks' }],
      asks: [{ key: 'heat:nozzle:290', proposed: '260' }],
    })
    const words = ['carry', '-', '--from', 'Curlew', '--to', 'Dunlin', '--answer', 'heat:nozzle:290=250']
    expect(cli(words, 'M109 S290\n')).toMatchObject({ status: 0, out: 'M109 S250\n' })
  })

  it.each([
    [['carry', '-', '--from', 'Dunlin'], 'Name the printer to carry it to with --to.'],
    [['carry', '-', '--from', 'Dunlin', '--to', 'Dunlin'], 'It already is a script of Dunlin.'],
    [['carry', '-', '--from', 'Dunlin', '--to', 'Curlew', '--lines', 'x'], '“x” are not lines: write --lines 12-40.'],
    [
      ['carry', '-', '--from', 'Dunlin', '--to', 'Curlew', '--answer', 'x'],
      '“x” is not an answer: write --answer KEY=VALUE.',
    ],
  ])('says what is wrong with %j', (words, why) => {
    expect(cli(words, 'G28\n')).toMatchObject({ status: 2, err: `${why}\n` })
  })
})

describe('a whole print at the terminal', () => {
  it('gives the contract’s JSON: the printer’s own scripts, and those that are named in their place', () => {
    const answer = cli(
      ['whole-print', '--printer', 'oystercatcher', '--job', 'name-plate', '--change', '-', '--json'],
      'G4 S20\nT@to_tool\n',
    )
    expect(answer.status).toBe(0)
    const json = JSON.parse(answer.out)
    // T1 comes for the first time in layer 16 (3.2 mm, over 3) and goes in layer 21: two changes.
    expect(json.totals.changes).toBe(2)
    expect(Object.keys(json.totals).sort()).toEqual(['change_s', 'changes', 'cost', 'purged_g', 'tower_g'])
    const change = json.situations.find((each: { moment: string }) => each.moment === 'tool-change')
    expect(change).toMatchObject({ from_tool: 0, to_tool: 1, layer: 16, times: 1, purged_mm3: 0 })
    expect(change.z).toBeCloseTo(3.2, 6)
    // Twenty seconds, and the left carriage parks by itself: from X 195, the print’s right edge, to −40 are 235 mm, at 125 mm/s and
    // 1800 mm/s² 235/125 + 125/1800 = 1.95 s.
    expect(change.seconds).toBeCloseTo(21.95, 1)
    expect(change.state.modes.tool).toBe(1)
    expect(json.findings.find((each: { rule: string }) => each.rule === 'change-over-print')).toMatchObject({
      line: 1,
      moment: 'tool-change',
      from_tool: 0,
      to_tool: 1,
      layer: 16,
      fix: true,
    })
  })

  it('says it in words for people', () => {
    const answer = cli(['whole-print', '--printer', 'Avocet', '--job', 'striped-cup'])
    expect(answer.status).toBe(0)
    expect(answer.out).toContain('40 changes:')
    expect(answer.out).toMatch(/at a tool change\s+T1 → T0\s+layer 2\s+10 times/)
  })

  it.each([
    [['whole-print', '--job', 'small'], 'Name the printer with --printer.'],
    [['whole-print', 'x.gcode', '--printer', 'Dunlin'], '“x.gcode” is one argument too many'],
    [['whole-print', '--printer', 'Dunlin', '--script', 'noon=x'], '“noon” is not a moment'],
    [['whole-print', '--printer', 'Dunlin', '--script', 'x'], '“x” is not a script'],
  ])('says what is wrong with %j', (words, why) => {
    const answer = cli(words)
    expect(answer.status).toBe(2)
    expect(answer.err).toContain(why)
  })
})
