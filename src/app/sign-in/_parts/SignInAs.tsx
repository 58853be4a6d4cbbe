"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { DemoPerson } from "@/data/accounts/read";
import { post } from "./post";

const roleWords: Record<string, string> = {
  instructor: "Instructor",
  assistant: "Assistant",
  student: "Students",
  observer: "Observer",
};

/** The demo's people. This list is empty, and the address behind it unknown, unless the demo flag is set. */
export function SignInAs({ people }: { people: readonly DemoPerson[] }) {
  const router = useRouter();
  const [problem, setProblem] = useState(false);
  const roles = [...new Set(people.map((person) => person.role))];

  async function signInAs(person: string): Promise<void> {
    setProblem(false);
    if ((await post("/api/auth/sign-in/demo", { person })).status !== 200) return setProblem(true);
    router.push("/");
    router.refresh();
  }

  return (
    <section className="paper form-paper" aria-labelledby="demo-people">
      <h2 id="demo-people">Or look around as somebody</h2>
      <p className="quiet">This is a demo: nobody here is real, and no password is asked.</p>
      <div role="alert">
        {problem && <p className="notice wrong">The server did not let this person in. Reload the page.</p>}
      </div>
      {roles.map((role) => (
        <div key={role}>
          <h3 className="role">{roleWords[role] ?? role}</h3>
          <ul className="people-list">
            {people
              .filter((person) => person.role === role)
              .map((person) => (
                <li key={person.id}>
                  <button type="button" onClick={() => void signInAs(person.id)}>
                    {person.name}
                  </button>
                </li>
              ))}
          </ul>
        </div>
      ))}
    </section>
  );
}
