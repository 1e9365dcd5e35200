import { Link } from "react-router";

export function Nowhere() {
  return (
    <div className="p-8">
      <h1 className="text-place">There is nothing at this address</h1>
      <p className="my-3 text-soft">The scene or card may have been deleted.</p>
      <Link className="text-sea underline" to="/">
        To your shoots
      </Link>
    </div>
  );
}
