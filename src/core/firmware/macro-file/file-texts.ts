// Macro files to start a card with. Each has its numbers as variables at its top.
import { plain } from '../../format.ts'
import { hasFeature } from '../../model/feature.ts'
import type { MacroFile, Printer } from '../../model/printer.ts'

export type FileText = { name: string; title: string; about: string; files: (printer: Printer) => MacroFile[] }

const middle = ([low, high]: readonly [number, number]): number => Math.round((low + high) / 2)

/** Initial numbers of the files, from the printer's description. */
function figures(printer: Printer) {
  const { bed, reach, tools, highestSpeedMmS } = printer
  return {
    travel: plain(Math.min(200, highestSpeedMmS.x / 2) * 60),
    climb: plain(Math.min(10, highestSpeedMmS.z) * 60),
    parkX: plain(Math.max(reach.x[0], bed.x[0]) + 5),
    parkY: plain(Math.min(reach.y[1], bed.y[1]) - 5),
    middleX: plain(middle(bed.x)),
    frontY: plain(bed.y[0] + 10),
    top: plain(reach.z[1]),
    retract: plain(Math.max(0.5, tools[0]?.retractMm ?? 1)),
    aligns: hasFeature(printer, 'gantry_alignment'),
    probes: hasFeature(printer, 'probe'),
  }
}

const file = (name: string, lines: readonly string[]): MacroFile => ({ name, text: `${lines.join('\n')}\n` })

/** A variable that a call may set: `var bed = exists(param.B) ? param.B : 60`. */
const given = (name: string, letter: string, otherwise: string, note: string): string =>
  `var ${name} = exists(param.${letter}) ? param.${letter} : ${otherwise} ; ${note}`

const beforePrint: FileText = {
  name: 'before-print',
  title: 'Before the print',
  about: 'home, warm up, probe, and stand ready; called with B, S and K',
  files: printer => {
    const { travel, climb, middleX, frontY, aligns, probes } = figures(printer)
    return [
      file('before-print.g', [
        '; before-print.g: home, warm up, probe, and stand ready',
        'var probing = 150 ; the nozzle while it probes: soft, not oozing',
        'var lift = 10',
        given('bed', 'B', '60', 'the bed, °C'),
        given('nozzle', 'S', '200', 'the nozzle, °C'),
        given('soak', 'K', '0', 'minutes for the warmth to settle'),
        'G90',
        'M83',
        'T0',
        'M140 S{var.bed}',
        'G10 P0 S{var.probing} R{var.probing}',
        'G28',
        'M190 S{var.bed}',
        'G4 S{var.soak * 60}',
        'M116 P0',
        ...(aligns ? ['G32'] : []),
        ...(probes ? ['G29 S0'] : []),
        `G1 Z{var.lift} F${climb}`,
        `G1 X${middleX} Y${frontY} F${travel}`,
        'G10 P0 S{var.nozzle}',
        'M116 P0',
      ]),
    ]
  },
}

const leaving = (up: number, { travel, climb, parkX, parkY, top }: ReturnType<typeof figures>): string[] => [
  'G90',
  `G1 Z{min(move.axes[2].userPosition + ${up}, ${top})} F${climb}`,
  `G1 X${parkX} Y${parkY} F${travel}`,
]

const afterPrint: FileText = {
  name: 'after-print',
  title: 'After the print',
  about: 'retract, move off the print, cool down',
  files: printer => {
    const its = figures(printer)
    return [
      file('after-print.g', [
        '; after-print.g: retract, move off the print, cool down',
        `var retract = ${its.retract}`,
        'M83',
        'G1 E{-var.retract} F1800',
        ...leaving(10, its),
        'M140 S0',
        'G10 P0 S0 R0',
        'M107',
        'M84',
      ]),
    ]
  },
}

const pauses: FileText = {
  name: 'pause-resume',
  title: 'Pause, resume and cancel',
  about: 'the files that the board runs by itself: retract, wait beside the print, come back',
  files: printer => {
    const its = figures(printer)
    return [
      file('pause.g', [
        '; pause.g: retract and wait beside the print',
        `var retract = ${its.retract}`,
        'M83',
        'G1 E{-var.retract} F1800',
        ...leaving(5, its),
      ]),
      file('resume.g', [
        '; resume.g: back over the print, and the filament forward',
        `var retract = ${its.retract} ; as pause.g has it`,
        `G1 R1 X0 Y0 F${its.travel}`,
        `G1 R1 X0 Y0 Z0 F${its.climb}`,
        'M83',
        'G1 E{var.retract} F1800',
      ]),
      file('cancel.g', [
        '; cancel.g: move off the print and cool down',
        ...leaving(5, its),
        'M140 S0',
        'G10 P0 S0 R0',
        'M107',
      ]),
    ]
  },
}

const purge: FileText = {
  name: 'purge-by-print',
  title: 'Purge line by the print',
  about: 'in front of the print and as high as its first layer; called with X, Y and H',
  files: printer => {
    const { travel, middleX, frontY } = figures(printer)
    return [
      file('purge-by-print.g', [
        '; purge-by-print.g: a line in front of the print, as high as its first layer',
        'var beside = 6 ; from the print, mm',
        'var length = 60',
        'var filament = 8 ; mm that go into it',
        given('left', 'X', middleX, 'the left of the print'),
        given('front', 'Y', frontY, 'the front of the print'),
        given('first', 'H', '0.2', 'its first layer'),
        'var x = min(max(var.left, move.axes[0].min), move.axes[0].max - var.length)',
        'var y = max(var.front - var.beside, move.axes[1].min)',
        'G90',
        'M83',
        `G1 X{var.x} Y{var.y} F${travel}`,
        'G1 Z{var.first} F600',
        'G1 X{var.x + var.length} E{var.filament} F900',
        'G1 Z2 F600',
      ]),
    ]
  },
}

const soak: FileText = {
  name: 'heat-soak',
  title: 'Heat soak with a timer',
  about: 'waits until warmth has settled and shows the minutes that are left; called with K',
  files: () => [
    file('heat-soak.g', [
      '; heat-soak.g: waits until warmth has settled, and shows the minutes that are left',
      given('minutes', 'K', '5', 'how long'),
      'while iterations < var.minutes',
      '  M117 {"Heat soak: " ^ (var.minutes - iterations) ^ " min left"}',
      '  G4 S60',
    ]),
  ],
}

const mesh: FileText = {
  name: 'mesh-by-heat',
  title: 'Mesh by temperature',
  about: 'loads the mesh that was saved for a bed as hot as this; called with B',
  files: () => [
    file('mesh-by-heat.g', [
      '; mesh-by-heat.g: loads the mesh that was saved for a bed as hot as this',
      'var hot = 90 ; from this bed heat on the plate has another shape',
      given('bed', 'B', '60', 'the bed, °C'),
      'if var.bed < var.hot',
      '  G29 S1 P"cool.csv"',
      'else',
      '  G29 S1 P"hot.csv"',
    ]),
  ],
}

const filament: FileText = {
  name: 'load-unload',
  title: 'Load and unload filament',
  about: 'warms the nozzle, moves the filament in or out; called with S',
  files: ({ filamentChange: change }) => [
    file('load-filament.g', [
      '; load-filament.g: warms the nozzle and brings filament in',
      `var bring = ${plain(change?.loadMm ?? 60)}`,
      `var purge = ${plain(change?.purgeMm ?? 30)}`,
      given('nozzle', 'S', '210', 'the nozzle, °C'),
      'M83',
      'G10 P0 S{var.nozzle}',
      'M116 P0',
      'G1 E{var.bring} F900',
      'G1 E{var.purge} F200',
    ]),
    file('unload-filament.g', [
      '; unload-filament.g: warms the nozzle and takes filament out',
      `var out = ${plain(change?.unloadMm ?? 80)}`,
      given('nozzle', 'S', '210', 'the nozzle, °C'),
      'M83',
      'G10 P0 S{var.nozzle}',
      'M116 P0',
      'G1 E10 F300',
      'G1 E{-var.out} F1800',
    ]),
  ],
}

export const fileTexts: readonly FileText[] = [beforePrint, afterPrint, pauses, purge, soak, mesh, filament]
