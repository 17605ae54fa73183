// A long script for measuring: not a real one, but made of real lines.
import { demoScripts } from '../demo/load.ts'

/** Dunlin's start script, its purge line laid again and again beside itself until the script has so many lines. */
export function longScript(wantedLines: number): string {
  const lines = (demoScripts()[0]?.text ?? '').trimEnd().split('\n')
  for (let i = 0; lines.length < wantedLines; i++) {
    const x = (5 + i * 0.6).toFixed(2)
    lines.push(
      `; stroke ${i}`,
      'G92 E0',
      `G1 X${x} F3000`,
      `G1 Y${i % 2 ? 20 : 170} E18.7 F1000`,
      'G92 E0',
      'M117 Purging',
    )
  }
  return `${lines.slice(0, wantedLines).join('\n')}\n`
}
