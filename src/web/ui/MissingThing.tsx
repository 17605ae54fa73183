// In place of a page whose script or printer is not there, or no more: which, and the way to those that are.
import { Notice } from './Notice.tsx'
import { PageLink } from './Press.tsx'

export const MissingThing = ({ why }: { why: string }) => (
  <div className="p-6">
    <Notice>
      {why}{' '}
      <PageLink to="/" className="text-heat underline">
        Go to the shelf
      </PageLink>
    </Notice>
  </div>
)
