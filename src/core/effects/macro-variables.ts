// The variables of a host's macros while a script runs, and what is saved between prints.
import { type Command, textOf } from '../gcode/line.ts'
import type { Recorder } from '../machine/recorder.ts'
import { type Macro, readValue } from '../macros/config.ts'
import type { Value } from '../macros/values.ts'

/** A macro's variables as they are now. */
export function variablesOf(recorder: Recorder, macro: Macro): Record<string, Value> {
  // What a template adds to a list of its own is not to stay in the config.
  const known = recorder.variables.get(macro.name) ?? structuredClone(macro.variables)
  recorder.variables.set(macro.name, known)
  return known
}

/** Under this name stands what SAVE_VARIABLE keeps; no macro can be called so. */
const saved = 'saved variables'

export function savedVariables(recorder: Recorder): Record<string, Value> {
  const known = recorder.variables.get(saved) ?? {}
  recorder.variables.set(saved, known)
  return known
}

/** `SAVE_VARIABLE VARIABLE=… VALUE=…`, and `SET_GCODE_VARIABLE MACRO=… VARIABLE=… VALUE=…`; any other macro command does nothing here. */
export function setVariable(recorder: Recorder, command: Command): void {
  const [name, variable, value] = ['MACRO', 'VARIABLE', 'VALUE'].map(key => textOf(command, key))
  if (name === null && variable && value != null) {
    savedVariables(recorder)[variable.toLowerCase()] = readValue(value)
    return
  }
  const macro = name ? recorder.stage.macros?.get(name.toUpperCase()) : undefined
  if (macro && variable && value != null) variablesOf(recorder, macro)[variable.toLowerCase()] = readValue(value)
}
