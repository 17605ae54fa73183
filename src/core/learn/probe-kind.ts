// Proposes the usual kind of probe if no file states it, and asks.
import type { Probe } from '../model/printer.ts'
import type { Notes, Place } from './findings.ts'

/** Proposes a kind of probe with the reason, and asks for the real one. */
export function guessProbeKind(notes: Notes, kind: Probe['kind'], why: string, place: Place | null): void {
  notes.guess('probe.kind', kind, why, place)
  notes.ask('probe.kind', 'What kind of probe is it: one that touches, a sensor for metal, or the nozzle itself?', kind)
}
