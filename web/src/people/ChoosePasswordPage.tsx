import { Door } from "./Door";
import { OwnPasswordForm } from "./OwnPasswordForm";

/** Whoever came with a password for once does nothing but choose their own. */
export default function ChoosePasswordPage({ name }: { name: string }) {
  return (
    <Door about={`${name}: choose a password of your own`}>
      <div className="mt-5">
        <OwnPasswordForm once />
      </div>
    </Door>
  );
}
