import { Link } from 'react-router';

/** A page of a course that is not, or no longer, on the shelf. */
export function NoCourse() {
  return (
    <>
      <h1>This course is not on the shelf</h1>
      <p className="py-4">
        <Link className="page-link" to="/shelf">
          Back to the shelf
        </Link>
      </p>
    </>
  );
}
