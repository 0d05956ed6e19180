import { Link } from "react-router";
import { Notice } from "@/ui/Notice";

export function NotFound() {
  return (
    <div className="p-4.5">
      <Notice>
        There is no page here.{" "}
        <Link to="/" className="text-action-text underline">
          Go to Check
        </Link>
      </Notice>
    </div>
  );
}
