import { Link } from 'react-router';

/** The short number of a posting, which leads to its trail. */
export function PostingLink({ number }: { number: string }) {
  return (
    <Link to={`/trail/postings/${number}`} className="figures">
      {number}
    </Link>
  );
}
