// The fields of a printer by sections: path, label and unit.
import { familyFacts, familyNames } from '../../../core/model/family.ts'
import type { Printer } from '../../../core/model/printer.ts'

export type FieldSpec = {
  /** The path in a printer, as `bed.x.1`. */
  path: string
  label: string
  unit?: string
  /** A text, a yes or no, or a tool by its number, instead of a number. */
  kind?: 'text' | 'yes' | 'tool'
  options?: readonly { value: string; label: string }[]
}
/** `tool` is the number of the tool that a section is about. */
export type Section = { title: string; about?: string; fields: readonly FieldSpec[]; tool?: number }

const mm = (path: string, label: string): FieldSpec => ({ path, label, unit: 'mm' })
const s = (path: string, label: string): FieldSpec => ({ path, label, unit: 's' })

const axes = ['x', 'y', 'z'] as const

/** The sections for a printer: parts that it lacks have none. */
export function sectionsOf(printer: Printer): Section[] {
  const { probe, tools, heaters, display, corner } = printer
  return [
    {
      title: 'What it is',
      fields: [
        { path: 'name', label: 'Name', kind: 'text' },
        { path: 'about', label: 'In a few words', kind: 'text' },
        {
          path: 'firmware.family',
          label: 'Firmware',
          options: familyNames.map(value => ({ value, label: `${value}: ${familyFacts[value].short}` })),
        },
        { path: 'firmware.version', label: 'Its version', kind: 'text' },
        {
          path: 'bedCarriedOn',
          label: 'The bed',
          options: [
            { value: 'y', label: 'slides front to back' },
            { value: 'z', label: 'goes down' },
            { value: 'none', label: 'stays; the gantry moves' },
          ],
        },
      ],
    },
    {
      title: 'Bed and reach',
      about: 'From the bed’s front left corner. The head may reach beyond the bed.',
      fields: [
        mm('bed.x.0', 'Bed from X'),
        mm('bed.x.1', 'to X'),
        mm('bed.y.0', 'from Y'),
        mm('bed.y.1', 'to Y'),
        ...axes.flatMap(axis => [
          mm(`reach.${axis}.0`, `Reach from ${axis.toUpperCase()}`),
          mm(`reach.${axis}.1`, `to ${axis.toUpperCase()}`),
        ]),
        { path: 'bed.round', label: 'A round bed', kind: 'yes' },
        ...(printer.reachRadiusMm === null ? [] : [mm('reachRadiusMm', 'Reach around the centre')]),
      ],
    },
    {
      title: 'Warm-up',
      about: 'As you measure them with a watch, from a room at 20 °C.',
      fields: [
        { path: 'heaters.nozzle.highestC', label: 'Nozzle at most', unit: '°C' },
        s('heaters.nozzle.secondsTo200', 'Nozzle to 200 °C'),
        s('heaters.nozzle.secondsCooling200To50', 'Nozzle 200 to 50 °C'),
        { path: 'heaters.bed.highestC', label: 'Bed at most', unit: '°C' },
        s('heaters.bed.secondsTo60', 'Bed to 60 °C'),
        s('heaters.bed.secondsTo100', 'Bed to 100 °C'),
        s('heaters.bed.secondsCooling60To30', 'Bed 60 to 30 °C'),
        { path: 'heaters.bed.settleMin', label: 'Surface settles in', unit: 'min' },
        { path: 'heaters.together', label: 'Warms bed and nozzle at once', kind: 'yes' },
        ...(heaters.chamber
          ? [
              { path: 'heaters.chamber.highestC', label: 'Chamber at most', unit: '°C' },
              s('heaters.chamber.secondsTo40', 'Chamber to 40 °C'),
            ]
          : []),
      ],
    },
    {
      title: 'Motion',
      fields: [
        ...(['x', 'y', 'z', 'e'] as const).map(axis => ({
          path: `highestSpeedMmS.${axis}`,
          label: `Highest ${axis.toUpperCase()}`,
          unit: 'mm/s',
        })),
        { path: 'accelerationMmS2.print', label: 'Acceleration, printing', unit: 'mm/s²' },
        { path: 'accelerationMmS2.travel', label: 'travelling', unit: 'mm/s²' },
        { path: 'accelerationMmS2.retract', label: 'retracting', unit: 'mm/s²' },
        ...(corner.kind === 'speed' ? [{ path: 'corner.mmS', label: 'Round a corner', unit: 'mm/s' }] : []),
        ...(corner.kind === 'deviation' ? [mm('corner.mm', 'A corner cut by')] : []),
      ],
    },
    {
      title: 'Homing',
      fields: [
        ...axes.map(axis => mm(`homing.at.${axis}`, `Then at ${axis.toUpperCase()}`)),
        ...axes.map(axis => ({
          path: `homing.speedMmS.${axis}`,
          label: `Speed on ${axis.toUpperCase()}`,
          unit: 'mm/s',
        })),
        { path: 'storedMesh', label: 'Stores a mesh', kind: 'yes' as const },
      ],
    },
    ...(probe
      ? [
          {
            title: 'Probe',
            fields: [
              {
                path: 'probe.kind',
                label: 'Kind',
                options: [
                  { value: 'touch', label: 'touch' },
                  { value: 'inductive', label: 'inductive, shifts with warmth' },
                  { value: 'nozzle', label: 'the nozzle itself' },
                ],
              },
              mm('probe.offset.x', 'From the nozzle, X'),
              mm('probe.offset.y', 'Y'),
              { path: 'probe.grid.x', label: 'Points along X' },
              { path: 'probe.grid.y', label: 'along Y' },
              mm('probe.insetMm', 'From the edge'),
              s('probe.secondsPerPoint', 'A point takes'),
            ],
          },
        ]
      : []),
    ...tools.map((tool, i) => ({
      title: tools.length === 1 ? 'Nozzle' : `Tool T${i}, ${tool.name}`,
      fields: [
        mm(`tools.${i}.nozzleMm`, 'Nozzle'),
        mm(`tools.${i}.filamentMm`, 'Filament'),
        mm(`tools.${i}.retractMm`, 'Retracts'),
        { path: `tools.${i}.retractMmS`, label: 'at', unit: 'mm/s' },
        { path: `tools.${i}.highestFlowMm3S`, label: 'Melts at most', unit: 'mm³/s' },
        { path: `tools.${i}.mixingInputs`, label: 'Filaments into it' },
        ...(tools.length === 1
          ? []
          : [
              { path: `tools.${i}.name`, label: 'Its name', kind: 'text' as const },
              ...axes.map(axis => mm(`tools.${i}.offset.${axis}`, `Offset ${axis.toUpperCase()}`)),
              {
                path: `tools.${i}.parksX`,
                label: 'Its carriage',
                kind: 'tool' as const,
                options: [
                  { value: '', label: 'with the others, on one head' },
                  ...[
                    ...new Set([
                      printer.reach.x[0],
                      printer.reach.x[1],
                      ...(tool.parksX === null ? [] : [tool.parksX]),
                    ]),
                  ].map(x => ({
                    value: String(x),
                    label: `its own, rests at X ${x}`,
                  })),
                ],
              },
              {
                path: `tools.${i}.heater`,
                label: 'Its heater',
                kind: 'tool' as const,
                options: [
                  { value: '', label: 'its own' },
                  ...tools.flatMap((_, other) =>
                    other === i ? [] : [{ value: String(other), label: `that of T${other}` }],
                  ),
                ],
              },
            ]),
      ],
      tool: i,
    })),
    ...(display ? [{ title: 'Display', fields: [{ path: 'display.columns', label: 'Columns' }] }] : []),
  ]
}

type Plain = Record<string, unknown>

/** The value at a path. */
export const at = (thing: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((inner, key) => (inner as Plain | null)?.[key], thing)

/** Returns the label of a path, with its section if two sections use the same label. */
export const labelOf = (printer: Printer): ((path: string) => string) => {
  const labels = new Map(
    sectionsOf(printer).flatMap(({ title, fields }) => fields.map(({ path, label }) => [path, `${title}, ${label}`])),
  )
  return path => labels.get(path) ?? path.replaceAll('.', ' ')
}
