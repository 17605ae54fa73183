// Jobs that were generated for runs and opened on the Desk: stored for this tab, besides the person's own.
import * as v from 'valibot'
import { Job } from '../../core/model/job.ts'

const place = 'warm-prelude borrowed jobs'
const max = 20

export function borrowedJobs(): Job[] {
  try {
    const parsed = v.safeParse(v.array(Job), JSON.parse(sessionStorage.getItem(place) ?? '[]'))
    return parsed.success ? parsed.output : []
  } catch {
    return []
  }
}

export function borrowJob(job: Job): void {
  const others = borrowedJobs().filter(({ name }) => name !== job.name)
  sessionStorage.setItem(place, JSON.stringify([job, ...others].slice(0, max)))
}
