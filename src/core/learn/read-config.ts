// Learns a printer from a host's config: sections, included files, and the part that the host saved.
import { includedBy, type Section, sectionsOf } from '../macros/config-sections.ts'
import { ConfigFigures } from './config-figures.ts'
import { homing, motion } from './config-motion.ts'
import { bedHeater, besides, chamber, probing, tools } from './config-parts.ts'
import type { GivenFile, Notes } from './findings.ts'

/** The main file first: one that no other includes, and of several such the one that describes the machine. */
function rootFirst(files: readonly GivenFile[]): GivenFile[] {
  const included = new Set(
    files.flatMap(file => includedBy(file.text, files).flatMap(({ name }) => (name === file.name ? [] : name))),
  )
  const weight = ({ name, text }: GivenFile) =>
    (included.has(name) ? 0 : 8) +
    (/^\[printer\]/m.test(text) ? 4 : 0) +
    (/^\[include /m.test(text) ? 2 : 0) +
    (/^\[mcu\]/m.test(text) ? 1 : 0)
  const weights = new Map(files.map(file => [file, weight(file)]))
  return [...files].sort((a, b) => (weights.get(b) ?? 0) - (weights.get(a) ?? 0))
}

/** Why a section has nothing that a rehearsal needs. */
const passedSections: [RegExp, string][] = [
  [/^mcu|^board_pins|^resonance_tester|^static_digital|^duplicate_pin/, 'Wiring.'],
  [/^temperature_sensor|^thermistor|^adc_temperature/, 'A sensor without a use in a rehearsal.'],
  [/^(?:heater_|controller_|temperature_)?fan(?:_generic)?\b/, 'A fan: it takes no time and moves nothing.'],
  [/^delayed_gcode/, 'A delayed macro; it is saved with the macros.'],
]
const passedOtherwise = 'Nothing that a rehearsal needs.'

/** Limit of keys that are named. */
const maxKeys = 6

function passOver(config: ConfigFigures, notes: Notes): void {
  for (const { name, place, keys } of config.unused()) {
    if (/^include |^gcode_macro /.test(name)) continue
    const [, why = passedOtherwise] = passedSections.find(([fits]) => fits.test(name)) ?? []
    const more = keys && keys.length > maxKeys ? ` and ${keys.length - maxKeys} more` : ''
    notes.pass(
      place,
      keys
        ? `[${name}]: ${keys.slice(0, maxKeys).join(', ')}${more}. How it is wired or tuned, which a rehearsal doesn’t need.`
        : `[${name}]: ${why}`,
    )
  }
}

/** Reads the files as one config. Files that no `[include]` names are read too, with a note. */
export function readConfigFiles(files: readonly GivenFile[], notes: Notes): void {
  const [root, ...others] = rootFirst(files)
  if (!root) return
  const first = sectionsOf(root.text, others)
  const included = new Set(first.sections.map(({ file }) => file))
  const extra = others.filter(({ name }) => !included.has(name))
  const all = [...first.sections]
  const described = first.sections.some(({ header }) => header === 'printer')
  /** Files already read, so that each is read once although several include it. */
  const done = new Set(included)
  const another = ({ name, text }: GivenFile) => described && !included.has(name) && /^\[printer\]/m.test(text)
  for (const file of extra) {
    const { name, text } = file
    if (done.has(name)) continue
    if (another(file)) {
      notes.pass(
        { file: name, line: null },
        `It describes a separate machine, like ${root.name}. Learn each printer separately.`,
      )
      continue
    }
    notes.pass({ file: name, line: 1 }, `${root.name} does not include this file. It is read as if it did.`)
    done.add(name)
    const { sections } = sectionsOf(
      text,
      others.filter(other => !done.has(other.name)),
    )
    for (const section of sections) {
      all.push({ ...section, file: section.file ?? name })
      if (section.file !== null) done.add(section.file)
    }
  }
  for (const { file = root.name, line, why } of first.problems) notes.pass({ file, line }, why)
  for (const { name } of first.missing)
    notes.ask(`file ${name}`, `The config includes “${name}”, which is not here. Drop that file too.`, null)
  twice(first.sections, root.name, notes)
  const config = new ConfigFigures(all, root.name)

  const place = config.placeOf(config.has('printer') ? 'printer' : ([...config.named(/./)][0] ?? ''))
  notes.derive('firmware.family', 'host', place, 'a config with sections in brackets is a host’s')
  notes.state('macros', root.text, { file: root.name, line: 1 })
  if (others.length)
    notes.state(
      'configFiles',
      others.filter(file => !another(file)),
      { file: others[0]?.name ?? root.name, line: 1 },
    )
  const reach = motion(config, notes)
  homing(config, notes)
  probing(config, notes, reach)
  tools(config, notes)
  bedHeater(config, notes)
  chamber(config, notes)
  besides(config, notes)
  passOver(config, notes)
}

function twice(sections: readonly Section[], root: string, notes: Notes): void {
  const seen = new Map<string, number>()
  for (const { header, file, line, saved } of sections) {
    const key = `${file} ${header}`
    const before = seen.get(key)
    // The host saves such sections a second time.
    if (before !== undefined && !saved && !/^include /.test(header))
      notes.pass(
        { file: file ?? root, line },
        `[${header}] is in line ${before} already. If both set a key, the later one counts.`,
      )
    if (!saved) seen.set(key, line)
  }
}
