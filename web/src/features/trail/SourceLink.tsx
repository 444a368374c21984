import { Link } from 'react-router';
import type { Source } from './trailApi';

/** A place in a file that came in. */
export function SourceLink({ source }: { source: Source }) {
  return (
    <span>
      <Link
        to={`/arrivals/${source.arrivalId}${source.line === undefined ? '' : `?line=${source.line}`}`}
      >
        {source.fileName}
      </Link>
      {source.line !== undefined && `, line ${source.line}`} · {source.title}
    </span>
  );
}
