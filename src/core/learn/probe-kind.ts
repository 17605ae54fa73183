// A probe whose kind no file says: what it mostly is, and the question.
import type { Probe } from '../model/printer.ts'
import type { Notes, Place } from './findings.ts'

/** Proposes a kind of probe with its reason, and asks for the true one. */
export function guessProbeKind(notes: Notes, kind: Probe['kind'], why: string, place: Place | null): void {
  notes.guess('probe.kind', kind, why, place)
  notes.ask('probe.kind', 'What kind of probe is it: one that touches, a sensor for metal, or the nozzle itself?', kind)
}
