import { Link } from 'react-router';
import type { Source } from './trailApi';

/** A place in a file that came in. */
export function SourceLink({ source }: { source: Source }) {
  return (
    <span>
      <Link
        to={{
          pathname: `/arrivals/${source.arrivalId}`,
          search:
            source.line === undefined
              ? ''
              : `?line=${source.line}${source.near ? `&near=${encodeURIComponent(source.near)}` : ''}`,
        }}
      >
        {source.fileName}
      </Link>
      {source.line !== undefined && `, line ${source.line}`} · {source.title}
    </span>
  );
}
