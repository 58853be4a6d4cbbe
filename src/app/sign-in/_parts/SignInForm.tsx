"use client";
import TextField from "@mui/material/TextField";
import { Link } from "@/ui/frame/Link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button } from "@/ui/forms/Button";
import { post } from "./post";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { paths } from "@/ui/paths";
import { waitWords } from "@/ui/words/account";

const problems: Record<number, string> = {
  400: "That is no e-mail address and password.",
  401: "No account has this address and password together. Check both; capitals count in the password.",
};

export function SignInForm() {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);

  async function signIn(form: FormData): Promise<void> {
    setBusy(true);
    setProblem(null);
    const { status, milliseconds } = await post("/api/auth/sign-in/email", {
      email: form.get("email"),
      password: form.get("password"),
    });
    if (status === 200) {
      router.push("/");
      return router.refresh();
    }
    setProblem(
      milliseconds !== undefined
        ? `Too many wrong passwords. Wait ${waitWords(milliseconds)}, then try again.`
        : (problems[status] ?? "The server did not answer. Nothing is lost; try again."),
    );
    setBusy(false);
  }

  return (
    <SteadyForm
      className="paper form-paper"
      onSubmit={(event) => {
        event.preventDefault();
        void signIn(new FormData(event.currentTarget));
      }}
    >
      <h2>Sign in</h2>
      <TextField name="email" type="email" label="E-mail address" autoComplete="username" required />
      <TextField name="password" type="password" label="Password" autoComplete="current-password" required />
      <div role="alert">{problem && <p className="notice wrong">{problem}</p>}</div>
      <Button type="submit" variant="contained" disabled={isBusy}>
        {isBusy ? "Signing in" : "Sign in"}
      </Button>
      <p className="quiet">
        <Link href={paths.forgotten()}>Password forgotten?</Link>
      </p>
    </SteadyForm>
  );
}
