// Reads a printer's reply to M115 and proposes the firmware family, which the person confirms.
import type { FamilyName } from '../model/family.ts'

export type Identified = {
  /** Null if the reply fits none of the families. */
  family: FamilyName | null
  /** The reason, in a few plain words. */
  because: string
  /** Digits and points only (`2.1.3`); null if the reply has no version. */
  version: string | null
  machine: string | null
  /** Abilities by name, such as `AUTOREPORT_TEMP`, and whether each is on. */
  abilities: Record<string, boolean>
}

/** Splits `NAME:value` pairs on one line. A name is capitals and underscores; its value reaches to the next name. */
function fields(line: string): Map<string, string> {
  const found = [...line.matchAll(/(?:^|\s)([A-Z][A-Z_]{2,}):/g)]
  return new Map(
    found.map((each, i) => {
      const from = (each.index as number) + each[0].length
      return [each[1] as string, line.slice(from, found[i + 1]?.index ?? line.length).trim()]
    }),
  )
}

/**
 * Reads a pasted reply. A board lists its abilities (`Cap:EEPROM:1`); a board with macro files names its electronics
 * and the firmware's date; a host has a version with a count and a digest (`12.1-87-g1a2b3c4d`).
 */
export function identify(reply: string): Identified {
  const lines = reply.split(/\r?\n|\r/).map(line => line.replace(/^(?:Recv:|ok|>>>|<<<|\/\/)\s*/, '').trim())
  const abilities: Record<string, boolean> = {}
  const all = new Map<string, string>()
  for (const line of lines) {
    const ability = /^Cap:([A-Z0-9_]+):([01])$/i.exec(line)
    if (ability) abilities[(ability[1] as string).toUpperCase()] = ability[2] === '1'
    else for (const [name, value] of fields(line)) all.set(name, value)
  }
  const firmwareText = all.get('FIRMWARE_VERSION') ?? all.get('FIRMWARE_NAME') ?? ''
  const version = /\d+(?:\.\d+)+|\d+/.exec(firmwareText)?.[0] ?? null
  const machine = all.get('MACHINE_TYPE') ?? all.get('ELECTRONICS') ?? null
  const known = familyOf(all, firmwareText, Object.keys(abilities).length)
  return { ...known, version, machine, abilities }
}

function familyOf(
  all: Map<string, string>,
  reportedVersion: string,
  abilities: number,
): Pick<Identified, 'family' | 'because'> {
  if (abilities > 0) return { family: 'board', because: `it lists ${abilities} abilities in lines of their own` }
  if (all.has('ELECTRONICS') && all.has('FIRMWARE_DATE'))
    return { family: 'macro-file', because: 'it names its electronics and the firmware’s date' }
  if (/\d-\d+-g[0-9a-f]{6,}/.test(reportedVersion))
    return { family: 'host', because: 'its version ends in a count and a digest' }
  if (all.has('HEADS')) return { family: 'dispensing', because: 'it counts its heads' }
  return {
    family: null,
    because: all.size ? 'it has none of the signs that we know' : 'there is no reply to M115 in this text',
  }
}
