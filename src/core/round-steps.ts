// What a round does one after another, as it is told while a long text is worked out.
export const roundSteps = ['reading', 'rehearsing', 'checking', 'explaining'] as const
export type RoundStep = (typeof roundSteps)[number]
