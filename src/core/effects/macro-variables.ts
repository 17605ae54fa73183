// The variables of a host's macros while a script runs, and the values saved between prints.
import { type Command, textOf } from '../gcode/line.ts'
import type { Recorder } from '../machine/recorder.ts'
import { type Macro, readValue } from '../macros/config.ts'
import type { Value } from '../macros/values.ts'

/** A macro's variables with their present values. */
export function variablesOf(recorder: Recorder, macro: Macro): Record<string, Value> {
  // A copy, so that a template that changes a list does not change the config.
  const known = recorder.variables.get(macro.name) ?? structuredClone(macro.variables)
  recorder.variables.set(macro.name, known)
  return known
}

/** The values of SAVE_VARIABLE are stored under this name, which no macro can have. */
const saved = 'saved variables'

export function savedVariables(recorder: Recorder): Record<string, Value> {
  const known = recorder.variables.get(saved) ?? {}
  recorder.variables.set(saved, known)
  return known
}

/**
 * Runs `SAVE_VARIABLE VARIABLE=… VALUE=…` and `SET_GCODE_VARIABLE MACRO=… VARIABLE=… VALUE=…`. Other commands do
 * nothing here.
 */
export function setVariable(recorder: Recorder, command: Command): void {
  const [name, variable, value] = ['MACRO', 'VARIABLE', 'VALUE'].map(key => textOf(command, key))
  if (name === null && variable && value != null) {
    savedVariables(recorder)[variable.toLowerCase()] = readValue(value)
    return
  }
  const macro = name ? recorder.stage.macros?.get(name.toUpperCase()) : undefined
  if (macro && variable && value != null) variablesOf(recorder, macro)[variable.toLowerCase()] = readValue(value)
}
