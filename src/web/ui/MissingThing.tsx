// Shown when the script or printer of a page does not exist: its name, and a link to those that do.
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
