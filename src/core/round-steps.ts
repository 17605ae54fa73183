// The steps of a round, reported as progress for long texts.
export const roundSteps = ['reading', 'rehearsing', 'checking', 'explaining'] as const
export type RoundStep = (typeof roundSteps)[number]
