// Finds the saved meshes of a host by the names in its config.
import { meshProfile, probeMesh } from '../firmware/host/macro-commands.ts'
import type { Stage } from '../machine/state.ts'
import { configOf } from '../macros/config.ts'
import { allMacros, givenFor, linesWith } from './macros.ts'

/**
 * Returns the names of the host's meshes, in lower case: those in its config, and those that its macros save. Null if
 * that can't be known: there is no config, a name in it is calculated, or it has no mesh and is only a part.
 */
export function knownMeshes(stage: Stage): Set<string> | null {
  if (!stage.macros) return null
  const saves = allMacros(stage).flatMap(macro => [
    ...linesWith(macro, probeMesh).map(
      ({ text }) => givenFor('PROFILE', text) ?? (/PROFILE=/i.test(text) ? null : 'default'),
    ),
    ...linesWith(macro, meshProfile).flatMap(({ text }) => (/\sSAVE=/i.test(text) ? [givenFor('SAVE', text)] : [])),
  ])
  const { sections } = configOf(stage.printer)
  const inConfig = [...sections.keys()].flatMap(header => /^bed_mesh (.+)$/i.exec(header)?.[1] ?? [])
  if (saves.includes(null) || (saves.length + inConfig.length === 0 && !sections.has('printer'))) return null
  // A mesh saved by hand is “default” unless the config names others.
  const byHand = inConfig.length === 0 && stage.printer.storedMesh ? ['default'] : []
  return new Set([...saves, ...inConfig, ...byHand].map(name => (name ?? '').toLowerCase()))
}
