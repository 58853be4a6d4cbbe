"use client";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { OwnWordDto } from "@/data/review/own-words";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { moment } from "@/ui/words/times";
import { answerWord, say, takeBack } from "./own-word-actions";

const kinds = { "done outside": "Something I did outside the wiki", objection: "Something in this account that is wrong" } as const;
const names = { "done outside": "Done outside the wiki", objection: "An objection" } as const;

interface Props {
  readonly courseId: string;
  readonly wikiId: string;
  readonly said: readonly OwnWordDto[];
  /** Whether the viewer is the student; otherwise they answer. */
  readonly isOwn: boolean;
  readonly zone: string;
  readonly now: Date;
}

/** What the student says beside the record, and what was answered. */
export function OwnWords({ courseId, wikiId, said: words, isOwn, zone, now }: Props) {
  const { act, said, isBusy } = useAct();
  const [kind, setKind] = useState<OwnWordDto["kind"]>("done outside");
  const [body, setBody] = useState("");
  const [answering, setAnswering] = useState<string | null>(null);
  const [answer, setAnswer] = useState("");
  return (
    <>
      {words.length === 0 && !isOwn && <p className="quiet">Nothing was said beside the record.</p>}
      {words.length > 0 && (
        <ul className="findings own-words">
          {words.map((each) => (
            <li key={each.id}>
              <p><strong>{names[each.kind]}</strong> <span className="quiet">{moment(each.at, zone, now)}</span></p>
              <p className="own-word">{each.body}</p>
              {each.answer && <blockquote><span className="quiet">{each.answer.by}, {moment(each.answer.at, zone, now)}</span><br />{each.answer.body}</blockquote>}
              {isOwn && <button type="button" className="plain-button" disabled={isBusy} aria-label={`Take back: ${each.body.slice(0, 40)}`} onClick={() => void act(() => takeBack(courseId, each.id))}>Take back</button>}
              {!isOwn && (answering === each.id
                ? (
                  <form className="finding-reason" onSubmit={(event) => { event.preventDefault(); void act(() => answerWord(courseId, each.id, answer)).then((isDone) => { if (isDone) setAnswering(null); }); }}>
                    <TextField label="Answer" multiline minRows={2} fullWidth autoFocus value={answer} onChange={(event) => setAnswer(event.target.value)} slotProps={{ htmlInput: { maxLength: 2000 } }} />
                    <Button type="submit" size="small" variant="outlined" disabled={isBusy || answer.trim() === ""}>Send the answer</Button><Button size="small" onClick={() => setAnswering(null)}>Cancel</Button>
                  </form>
                )
                : <button type="button" className="plain-button" onClick={() => { setAnswering(each.id); setAnswer(each.answer?.body ?? ""); }}>{each.answer ? "Answer anew" : "Answer"}</button>)}
            </li>
          ))}
        </ul>
      )}
      {isOwn && (
        <SteadyForm className="own-word-form" onSubmit={(event) => { event.preventDefault(); void act(() => say(courseId, wikiId, kind, body)).then((isDone) => { if (isDone) setBody(""); }); }}>
          <label className="plain-label">Say <select className="plain-select wide" value={kind} onChange={(event) => setKind(event.target.value as OwnWordDto["kind"])}>{Object.entries(kinds).map(([each, words]) => <option key={each} value={each}>{words}</option>)}</select></label>
          <TextField label="In your words, for your instructor" multiline minRows={2} maxRows={8} value={body} onChange={(event) => setBody(event.target.value)} slotProps={{ htmlInput: { maxLength: 2000 } }} />
          <div className="actions"><Button type="submit" variant="outlined" disabled={isBusy || body.trim() === ""}>Put it beside the record</Button></div>
        </SteadyForm>
      )}
      <Said said={said} />
    </>
  );
}
