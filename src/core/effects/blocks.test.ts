import { describe, expect, it } from 'vitest'
import { lastModes } from '../machine/trace.ts'
import { round } from '../testing/stage.ts'

const firmware = { family: 'macro-file' as const, version: '3.4', abilities: {} }
const run = (text: string | string[], files: Record<string, string> = {}) =>
  round(text, 'start', {
    firmware,
    macroFiles: Object.entries(files).map(([name, content]) => ({ name, text: content })),
  })
const shown = (...args: Parameters<typeof run>) => run(...args).trace.messages.map(({ text }) => text)
const rules = (...args: Parameters<typeof run>) =>
  run(...args)
    .findings.filter(({ rule }) => /^unknown|never/.test(rule))
    .map(({ rule, severity, line }) => [rule, severity, line])

describe('branches and loops of a board’s own', () => {
  it('run the branch that holds, and say so', () => {
    const text = [
      'M140 S60',
      'if heat.heaters[0].active > 70',
      '  M117 hot',
      'elif move.axes[0].homed',
      '  M117 known',
      'else',
      '  M117 plain',
      'M117 after',
    ]
    const { explained, trace } = run(text)
    expect(trace.messages.map(message => message.text)).toEqual(['plain', 'after'])
    expect(explained.map(({ says }) => says)).toEqual([
      'Heats the bed to 60 °C, doesn’t wait.',
      'Only if: heat.heaters[0].active > 70. Not so this time.',
      'Not run this time: show a message: “hot”.',
      'Otherwise, if: move.axes[0].homed. Not so this time.',
      'Not run this time: show a message: “known”.',
      'Otherwise.',
      'Shows “plain” on the display.',
      'Shows “after” on the display.',
    ])
  })

  it('reckon with variables, which belong to their block', () => {
    const text = [
      'var length = 30',
      'if true',
      '  var length = 5',
      '  set var.length = var.length + 1',
      '  echo "inside", var.length',
      'echo var.length',
      'G91',
      'M83',
      'G92 E0',
      'M302 S0',
      'echo {var.length * 2}',
    ]
    expect(shown(text)).toEqual(['inside 6', '30', '60'])
  })

  it('put their results into the commands', () => {
    // A bed of 40 + 20 °C, and 3 · 2 s of standing still.
    const { trace, durations } = run(['var warm = 40', 'M140 S{var.warm + 20}', 'while iterations < 3', '  G4 S2'])
    expect(lastModes(trace).bedTarget).toBe(60)
    expect(durations.waitingS).toBe(6)
  })

  // Written before they were run.
  it.each<[string, string[], string[]]>([
    ['lists', ['var at = {10, 20, 30}', 'while iterations < #var.at', '  echo var.at[iterations]'], ['10', '20', '30']],
    ['items of a list that are set', ['var at = {1, 2}', 'set var.at[1] = var.at[0] + 4', 'echo var.at'], ['{1,5}']],
    ['a list of a list', ['var at = {{1, 2}, {3, 4}}', 'set var.at[1][0] = 9', 'echo var.at[1]'], ['{9,4}']],
    ['a global one', ['global at = {1, 2}', 'set global.at[0] = 7', 'echo global.at[0]'], ['7']],
    ['what is so and what is nothing', ['var none = null', 'echo true, var.none, 1 < 2'], ['true null true']],
    [
      'a global made once',
      ['if !exists(global.seen)', '  global seen = 1', 'else', '  set global.seen = 2', 'echo global.seen'],
      ['1'],
    ],
    [
      'an “or” before an “and”, from left to right',
      ['if true || true && false', '  echo "so"', 'else', '  echo "not"'],
      ['not'],
    ],
    ['a text with its number', ['echo "T" ^ state.currentTool ^ " of " ^ #tools'], ['T0 of 1']],
    [
      'branches in a loop',
      ['while iterations < 4', '  if mod(iterations, 2) = 0', '    continue', '  echo iterations'],
      ['1', '3'],
    ],
    [
      'two loops',
      ['while iterations < 2', '  var i = iterations', '  while iterations < 2', '    echo var.i * 10 + iterations'],
      ['0', '1', '10', '11'],
    ],
    [
      'a condition in brackets',
      ['if {move.axes[0].homed}', '  echo "homed"', 'elif { !move.axes[0].homed && true }', '  echo "not"'],
      ['not'],
    ],
    ['blanks and comments', ['if true ; always', '\techo "a" ; said', '', '\techo "b"', 'echo "c"'], ['a', 'b', 'c']],
    ['a semicolon in a text', ['echo "a;b" ; and a note', 'echo "unclosed', 'echo "c"'], ['a;b', 'c']],
    [
      'what is written into a file',
      ['echo >"log.txt" "heard", 1', 'echo >>"log.txt" "more"', 'echo "shown"'],
      ['shown'],
    ],
    ['the file that is printed', ['echo job.file.numLayers, job.file.height, job.file.layerHeight'], ['100 20 0.2']],
  ])('know %s', (_, text, messages) => expect(shown(text)).toEqual(messages))

  it('know what the board’s own config has made when it was switched on', () => {
    const files = {
      'config.g':
        'M83\nif exists(global.ready)\n  set global.ready = false\nelse\n  global ready = false ; a note\nglobal park = {10, 2 * 150}\nglobal odd = state.upTime\n',
    }
    const text = [
      'set global.ready = true',
      'echo global.ready, global.park[1], global.odd',
      'if !exists(global.other)',
      '  echo "none"',
    ]
    expect(shown(text, files)).toEqual(['true 300 null', 'none'])
    expect(rules(text, files)).toEqual([])
    // Without it there is none.
    expect(rules(text.slice(0, 1))).toHaveLength(1)
  })

  it('tell each message with its own line', () => {
    const text = ['G4 P1', 'echo "second"', 'if true', '  echo "fourth"', 'abort "fifth"']
    expect(run(text).trace.messages.map(({ line }) => line)).toEqual([2, 4, 5])
  })

  it('tell what a line runs, and not what that runs in turn', () => {
    const files = { 'start.g': 'G4 S1\nM98 P"wipe.g"\n', 'wipe.g': 'G4 S2\n' }
    // 1 s and 2 s; the call and two waits, and the call of the other file.
    expect(run('M98 P"start.g"', files).explained[0]?.says).toBe('Runs the file start.g: 3 commands, 3 s.')
  })

  it('tell nothing of a file that is written, nor of a tool that is worked out', () => {
    const text = ['echo >"log.txt" "heard"', 'T{state.currentTool}']
    expect(rules(text)).toEqual([])
    expect(run(text).explained.map(({ says }) => says)).toEqual([
      'Message to the console: >"log.txt" "heard". It goes into the file log.txt.',
      'Selects T0.',
    ])
  })

  it('tell a place that a list does not have, and go on', () => {
    const text = ['var at = {1, 2}', 'set var.at[2] = 5', 'echo var.at[7]', 'M117 after']
    expect(shown(text)).toEqual(['after'])
    expect(rules(text).map(([, , line]) => line)).toEqual([2, 3])
  })

  it('leave a loop, go on with its next round, and end the script', () => {
    const text = [
      'while true',
      '  if iterations = 1',
      '    continue',
      '  if iterations = 3',
      '    break',
      '  echo iterations',
      'abort "enough"',
      'M117 never',
    ]
    expect(shown(text)).toEqual(['0', '2', 'Stops: enough'])
    expect(run(text).explained[0]?.says).toContain('It runs 4 times.')
  })

  it('end a loop that would never', () => {
    expect(rules('M117 a\nwhile true\n  M117 b')).toEqual([['never-ends', 'error', 2]])
  })

  it('take what only the real machine knows as so, but not where the script would end by it', () => {
    const text = [
      'if sensors.gpIn[0].value > 0',
      '  M117 lit',
      'if sensors.filamentMonitors[0].status != "ok"',
      '  abort "no filament"',
      'M117 on',
    ]
    expect(shown(text)).toEqual(['lit', 'on'])
    expect(rules(text)).toEqual([
      ['unknown-value', 'advice', 1],
      ['unknown-value', 'advice', 3],
    ])
  })

  it('tell a variable that nobody made', () => {
    expect(rules('var length = 3\nG4 S{var.lenght}')).toEqual([['unknown-value', 'warning', 2]])
    expect(rules('set var.nothing = 3')).toEqual([['unknown-value', 'warning', 1]])
  })
})

describe('macro files', () => {
  const purge = [
    'if !exists(param.L)',
    '  abort "how long?"',
    'G90',
    'M83',
    'G1 X10 Y20 Z0.3 F3000',
    'G1 X{10 + param.L} E{param.L / 10} F1200',
    'M99',
    'M117 never',
  ].join('\n')

  it('run with the letters that they are called with', () => {
    const { strokes, filament, trace } = run('M302 S0\nG28\nM98 P"/macros/Purge.g" L100\nM117 after', {
      'purge.g': purge,
    })
    // 100 mm long with 10 mm of filament, told as the line that calls.
    expect(strokes).toMatchObject([{ line: 3, lengthMm: 100 }])
    expect(filament.extrudedMm).toBe(10)
    expect(trace.messages.map(({ text }) => text)).toEqual(['after'])
  })

  it('that are not there are told as advice, and what goes wrong inside with its place', () => {
    expect(rules('M98 P"nowhere.g"')).toEqual([['unknown-command', 'advice', 1]])
    const { findings } = run('M98 P"a.g"', { 'a.g': 'G28\nG4 S{param.Q}' })
    expect(findings.find(({ rule }) => rule === 'unknown-value')?.message).toBe(
      'In a.g, line 2: Nothing here defines “param.Q” is. This rehearsal leaves out the word that it is part of.',
    )
  })

  it('that call each other for ever are stopped', () => {
    expect(rules('M98 P"a.g"', { 'a.g': 'M98 P"b.g"', 'b.g': 'M98 P"a.g"' })).toEqual([['never-ends', 'error', 1]])
  })

  it('keep their variables to themselves, but for the machine’s', () => {
    const files = { 'a.g': 'global purged = 3\nvar own = 1' }
    expect(shown('M98 P"a.g"\necho global.purged, exists(var.own)', files)).toEqual(['3 false'])
  })
})
