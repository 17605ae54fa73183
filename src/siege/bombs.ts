// Small texts that request endless work, and long ones that exceed limits.
import { demoPrinters } from '../../demo/load.ts'
import type { Moment } from '../core/model/moment.ts'
import type { Printer } from '../core/model/printer.ts'

export type Bomb = { name: string; text: string; printer: Printer; moment?: Moment }

const named = (name: string, over: Partial<Printer> = {}): Printer => {
  const printer = demoPrinters().find(each => each.name === name)
  if (!printer) throw new Error(`the demo data has no ${name}`)
  return { ...printer, ...over }
}

const lines = (count: number, line: (i: number) => string): string =>
  Array.from({ length: count }, (_, i) => line(i)).join('\n')

/** A host's config with one macro for each body. */
const macros = (bodies: Readonly<Record<string, string>>): string =>
  Object.entries(bodies)
    .map(([name, body]) => `[gcode_macro ${name}]\ngcode:\n${body.replace(/^/gm, '  ')}\n`)
    .join('\n')

const host = (bodies: Readonly<Record<string, string>>) => named('Curlew', { macros: macros(bodies) })
const files = (texts: Readonly<Record<string, string>>) =>
  named('Avocet', { macroFiles: Object.entries(texts).map(([name, text]) => ({ name, text })) })

/** `size` is the number of repetitions. */
export function bombs(size: number): Bomb[] {
  const [board, macroFile] = [named('Dunlin'), named('Avocet')]
  const plain = (name: string, text: string): Bomb => ({ name, text, printer: board })
  const onFiles = (name: string, text: string): Bomb => ({ name, text, printer: macroFile })
  const hosted = (name: string, text: string, bodies: Readonly<Record<string, string>>): Bomb => ({
    name,
    text,
    printer: host(bodies),
  })
  return [
    plain('a setting of blanks and line ends that only patterns see', `;= a = ${'  \u2028'.repeat(35)}x`),
    plain('a guard of blanks', `;? when ${' '.repeat(size)}`),
    plain('a guard of blanks that ends in no end', `;? when ${' '.repeat(size)}\n;? otherwise ${' '.repeat(size)}`),
    plain('an otherwise in a guard that does not close', ';? when bed > 60\nG28\n;? otherwise\nG29\n'),
    plain('guards in each other', `${lines(size, () => ';? when bed > 0')}\n${lines(size, () => ';? end')}`),
    plain(
      'guards one after another',
      lines(size, () => ';? when bed > 0\nM117 x\n;? otherwise\nM117 y\n;? end'),
    ),
    plain('brackets in a formula', `M104 S@${'('.repeat(size)}bed${')'.repeat(size)}`),
    plain('signs in a formula', `M104 S@(${'-'.repeat(size)}1)`),
    plain('nots in a guard', `;? when ${'not '.repeat(size / 4)}has chamber\nG28\n;? end`),
    plain(
      'settings',
      lines(size, i => `;= a${i} = ${i} mm`),
    ),
    plain(
      'a setting of each one before',
      lines(size, i => `;= a${i} = ${i ? `a${i - 1} + a${i - 1}` : '1'}`),
    ),
    plain(
      'values',
      lines(size, () => 'M104 S@nozzle'),
    ),
    plain(
      'made passages',
      lines(size, () => ';@ purge-line length=100\nG1 X5\n;@ end purge-line'),
    ),
    plain(
      'marks that end no passage',
      lines(size, () => ';@ end purge-line'),
    ),
    plain(
      'findings set aside',
      lines(size, () => ';! ignore low-travel #1a2b: mine\nG1 X5 Y5 Z0'),
    ),
    plain(
      'refrains',
      lines(size, i => `;& r${i}\nG1 X5\n;& end r${i}`),
    ),
    plain(
      'arcs',
      lines(size, () => 'G2 X100 Y100 I50 J0 F3000'),
    ),
    plain('an arc of kilometres', 'G28\nG2 X100 Y100 I999999999 J5 F3000\nG3 R9999999999 X5'),
    plain('many turns of an arc', 'G28\nG2 X10 Y10 I5 J5 P1000000000 F3000'),
    plain(
      'short moves',
      lines(size, i => `G1 X${i % 200} Y${(i * 7) % 200} E${i} F3000`),
    ),
    plain('a loop without end', 'M808 L0\nG1 X5\nG1 X6\nM808'),
    plain('loops in loops', `${lines(30, () => 'M808 L99999')}\nG1 X5\n${lines(30, () => 'M808')}`),
    plain(
      'words with a trillion',
      'G4 S1e12\nM48 P1000000000\nG12 P2 S1000000000 T1000000000\nM303 C1000000000\nG29 L R B F\nM600',
    ),
    {
      name: 'a mesh of a billion points',
      text: 'G28\nBED_MESH_CALIBRATE PROBE_COUNT=99999999999',
      printer: named('Curlew'),
    },
    plain('a grid of a billion points', 'G28\nG29 P999999999 X999999999 Y999999999'),
    plain('one line', 'G1 X5 '.repeat(size)),
    plain('one word', 'G1 X'.padEnd(size * 10, '1')),
    plain('a comment of commands', `; ${'G28 home '.repeat(size)}`),
    plain('brackets of another program', '{'.repeat(size)),
    plain('brackets that close', `M104 S${'['.repeat(size)}x${']'.repeat(size)}`),
    plain(
      'branches of another program in each other',
      `${lines(size, () => '{if x > 5}')}\nG28\n${lines(size, () => '{endif}')}`,
    ),
    plain(
      'placeholders, all different',
      lines(size, i => `M104 S{word_${i}}`),
    ),
    plain(
      'unknown commands, all different',
      lines(size, i => `M${9000 + i} S1 ; what it does`),
    ),
    plain(
      'headings',
      lines(size, i => `; --- part ${i} ---\nG1 X${i % 100}`),
    ),
    plain('spelled line ends', 'G28\\n'.repeat(size)),
    plain('carriage returns', 'G28\r'.repeat(size)),
    onFiles(
      'branches in each other',
      lines(size, i => `${' '.repeat(Math.min(i, 4000))}if true`),
    ),
    onFiles(
      'loops in loops of a file',
      lines(20, i => `${'  '.repeat(i)}while iterations < 4000`),
    ),
    onFiles('variables', `${lines(size, i => `var v${i} = ${i}`)}\n${lines(size, i => `echo var.v${i}`)}`),
    onFiles('a text that doubles', `var a = "xxxxxxxxxx"\nwhile true\n  set var.a = var.a ^ var.a`),
    onFiles('brackets in an expression', `echo ${'('.repeat(size)}1${')'.repeat(size)}`),
    onFiles('several commands on a line', 'G1 X5 '.repeat(size / 4)),
    {
      name: 'a file read again and again',
      text: 'while true\n  M98 P"long.g"',
      printer: files({ 'long.g': lines(size, () => '; nothing') }),
    },
    {
      name: 'files that call each other twice',
      text: 'M98 P"f0.g"',
      printer: files(
        Object.fromEntries(Array.from({ length: 19 }, (_, i) => [`f${i}.g`, `M98 P"f${i + 1}.g"\nM98 P"f${i + 1}.g"`])),
      ),
    },
    hosted(
      'macros that call each other ten times',
      'CALL_0',
      Object.fromEntries(Array.from({ length: 15 }, (_, i) => [`CALL_${i}`, lines(10, () => `CALL_${i + 1}`)])),
    ),
    hosted('a macro that calls itself', 'CALL_ME', { CALL_ME: 'CALL_ME' }),
    hosted(
      'a range as long as it may be, again and again',
      lines(200, () => 'BIG_RANGE'),
      { BIG_RANGE: '{% for i in range(49000) %}{% set x = i %}{% endfor %}' },
    ),
    hosted(
      'ranges that are kept',
      lines(size, () => 'KEEP_ALL'),
      { KEEP_ALL: '{% set a = [range(9000), range(9000), range(9000)] %}' },
    ),
    hosted('loops in loops of a template', 'DEEP_LOOP', {
      DEEP_LOOP: `${'{% for i in range(40000) %}'.repeat(6)}x${'{% endfor %}'.repeat(6)}`,
    }),
    hosted('a text that doubles in a template', 'DOUBLE_IT', {
      DOUBLE_IT: `{% set a = "xxxxxxxxxx" %}${'{% set a = a ~ a %}'.repeat(60)}{a}`,
    }),
    hosted('lists in lists', 'LIST_ALL', {
      LIST_ALL: `{% set a = [1,2] %}${'{% set a = [a,a] %}'.repeat(60)}{a|length}`,
    }),
    hosted('comments that do not close', 'OPEN_IT', { OPEN_IT: '{# '.repeat(size) }),
    hosted('tags in each other', 'IF_ALL', {
      IF_ALL: `${'{% if true %}'.repeat(size / 4)}x${'{% endif %}'.repeat(size / 4)}`,
    }),
    hosted(
      'many macros, each called',
      lines(size / 10, i => `MAC_${i}`),
      Object.fromEntries(
        Array.from({ length: size / 10 }, (_, i) => [`MAC_${i}`, '{printer["gcode_macro MAC_0"].x}\nM117 x']),
      ),
    ),
    hosted('a config line of blanks', 'G28', { BLANK_IT: `a${' '.repeat(size * 8)}` }),
  ]
}
