// Moves a spot or a keep-out zone of a printer on its bed.
import type { Printer } from '../../../core/model/printer.ts'

export type Kind = 'spot' | 'zone'

/** The changed part of the printer after a shift, mm, rounded to whole millimetres. */
export function moved(printer: Printer, kind: Kind, index: number, dx: number, dy: number): Partial<Printer> {
  const by = (value: number, shift: number) => Math.round(value + shift)
  const at = ({ x, y }: { x: number; y: number }) => ({ x: by(x, dx), y: by(y, dy) })
  // The entry position of a dock moves with the dock.
  if (kind === 'spot')
    return {
      spots: printer.spots.map((spot, i) =>
        i === index ? { ...spot, ...at(spot), ...(spot.approach && { approach: at(spot.approach) }) } : spot,
      ),
    }
  return {
    zones: printer.zones.map((zone, i) =>
      i === index
        ? {
            ...zone,
            x: [by(zone.x[0], dx), by(zone.x[1], dx)] as [number, number],
            y: [by(zone.y[0], dy), by(zone.y[1], dy)] as [number, number],
          }
        : zone,
    ),
  }
}
