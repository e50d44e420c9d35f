import { Link } from "react-router";

interface NotHereProps {
  /** Why there is nothing to show. */
  words: string;
  /** Where to go instead, and what that place is called: "To the batches". */
  to: string;
  place: string;
}

/** The page of something that is gone, or never was. */
export function NotHere({ words, to, place }: NotHereProps) {
  return (
    <div className="mx-auto max-w-190">
      <h1>Not here</h1>
      <p className="my-3" role="alert">
        {words}
      </p>
      <Link to={to} className="btn">
        {place}
      </Link>
    </div>
  );
}
