// Finds where a start script could save time or filament: tries each way and reports the saving.

import type { Fix } from '../check/finding.ts'
import { effectOf } from '../firmware/spec.ts'
import { applyEdits } from '../model/script.ts'
import { type RehearsalInput, type Round, rehearseScript } from '../round.ts'
import { replacePiece } from '../script/edits/lines.ts'
import { heedKeepMarks, type Plan } from '../script/edits/plan.ts'
import { setPurgeLength } from '../script/edits/purge.ts'

/** A possible saving; `fix` is the edit, null if it is done elsewhere, as `how` says. Seconds and grams. */
export type Saving = { title: string; how: string; savesS: number; savesG: number; fix: Fix | null }

/** Smaller savings are not listed, s. */
const worthS = 3
const worthG = 0.03

type Way = { title: string; how: string; plan: Plan } | { title: string; how: string; setting: RehearsalInput }

/** The possible savings of a rehearsed text, largest first. Kept lines are left as they are. */
export function savingsOf(text: string, round: Round, setting: RehearsalInput): Saving[] {
  const ways = [
    ...heatTogether(round),
    ...keptMesh(round),
    ...smallerGrid(round, setting),
    ...shorterPurge(text, round),
  ]
  return ways
    .flatMap((way): Saving[] => {
      const plan = 'plan' in way ? heedKeepMarks(text, way.plan) : null
      if (plan && !plan.ok) return []
      const after = plan
        ? rehearseScript(applyEdits(text, plan.edits), setting)
        : rehearseScript(text, (way as { setting: RehearsalInput }).setting)
      const savesS = round.durations.totalS - after.durations.totalS
      const savesG = round.filament.massG - after.filament.massG
      const fix = plan ? { title: plan.title, edits: plan.edits } : null
      return savesS >= worthS || savesG >= worthG ? [{ title: way.title, how: way.how, savesS, savesG, fix }] : []
    })
    .sort((a, b) => b.savesS - a.savesS)
}

function heatTogether({ findings }: Round): Way[] {
  const fix = findings.find(({ rule }) => rule === 'heats-in-turn')?.fixes[0]
  return fix ? [{ title: 'Heat both at once', how: fix.title, plan: { ok: true, ...fix } }] : []
}

function keptMesh({ stage, commands, lines }: Round): Way[] {
  const probe = commands.find(({ command }) => effectOf(stage.firmware, command)?.does === 'probe')
  const line = probe && lines[probe.line - 1]
  // A macro's own lines can't be changed in the script.
  const source = line?.command?.name === probe?.command.name ? line : undefined
  const name = source?.pieces.find(({ kind }) => kind === 'name')
  const load = stage.firmware.phrases.loadMesh(null)
  if (!stage.printer.storedMesh || load === null || !source || !name || (source.command?.words.length ?? 0) > 0)
    return []
  return [
    {
      title: 'Use the saved mesh instead of probing',
      how: 'Right as long as the bed has not been moved since it was measured.',
      plan: { ok: true, title: `Use the saved mesh (${load})`, edits: [replacePiece(source, name, load)] },
    },
  ]
}

function smallerGrid({ durations, stage }: Round, setting: RehearsalInput): Way[] {
  const { probe } = stage.printer
  if (!probe || durations.probingS === 0 || probe.grid.x < 4 || probe.grid.y < 4) return []
  const grid = { x: probe.grid.x - 1, y: probe.grid.y - 1 }
  return [
    {
      title: `Probe ${grid.x} × ${grid.y} points instead of ${probe.grid.x} × ${probe.grid.y}`,
      how: 'The grid is set in the printer’s own settings, not in the script.',
      setting: { ...setting, printer: { ...setting.printer, probe: { ...probe, grid } } },
    },
  ]
}

function shorterPurge(text: string, round: Round): Way[] {
  const purge = round.passages.find(({ kind, enabled, made }) => kind === 'purge-line' && enabled && !made)
  const lengthMm = round.strokes
    .filter(({ line }) => purge && line >= purge.firstLine && line <= purge.lastLine)
    .reduce((max, stroke) => Math.max(max, stroke.lengthMm), 0)
  if (!purge || lengthMm < 60) return []
  const half = Math.round(lengthMm / 2)
  const plan = setPurgeLength({ ...round, text }, purge, half)
  return [{ title: `Purge ${half} mm instead of ${Math.round(lengthMm)}`, how: 'The bead stays the same.', plan }]
}
