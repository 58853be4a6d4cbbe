"use client";
import { Link } from "@/ui/frame/Link";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { paths } from "@/ui/paths";
import { confirm } from "../../actions";

export function ConfirmButton({ token }: { token: string }) {
  const { act, said, isBusy } = useAct();
  return (
    <div className="paper form-paper">
      <Said said={said} />
      {said?.kind === "done" ? (
        <p>
          <Link href={paths.courses()}>Go on to your courses</Link>
        </p>
      ) : (
        <Button variant="contained" disabled={isBusy} onClick={() => void act(() => confirm(token))}>
          {isBusy ? "Confirming" : "Confirm the address"}
        </Button>
      )}
    </div>
  );
}
