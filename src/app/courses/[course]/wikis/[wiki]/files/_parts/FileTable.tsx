"use client";
import { Link } from "@/ui/frame/Link";
import { useState } from "react";
import type { FileLineDto } from "@/data/files/dto";
import type { WritingPlace } from "@/ui/editor/place";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { fileSize } from "@/ui/words/sizes";
import { distance } from "@/ui/words/times";
import { answerOf, noAnswer } from "@/ui/forms/no-answer";

type Describe = NonNullable<WritingPlace["describe"]>;
type Shown = "all" | "unused" | "no source";

interface Props {
  readonly files: readonly FileLineDto[];
  readonly courseId: string;
  readonly zone: string;
  readonly now: Date;
  /** Null: nothing is changed here. */
  readonly describe: Describe | null;
}

const isUnused = (file: FileLineDto) => file.usedOn.length === 0;
const lacksSource = (file: FileLineDto) => file.kind !== "captions" && file.source.trim() === "";

export function FileTable({ files, courseId, zone, now, describe }: Props) {
  const [shown, setShown] = useState<Shown>("all");
  const choices: readonly (readonly [Shown, string, number])[] = [
    ["all", "All", files.length],
    ["unused", "Shown nowhere", files.filter(isUnused).length],
    ["no source", "Without a source", files.filter(lacksSource).length],
  ];
  const rows = files.filter(
    (file) => shown === "all" || (shown === "unused" ? isUnused(file) : lacksSource(file)),
  );
  return (
    <>
      <div className="file-filter" role="group" aria-label="Show">
        {choices.map(([value, label, count]) => (
          <button
            key={value}
            type="button"
            className="plain-button"
            aria-pressed={shown === value}
            onClick={() => setShown(value)}
          >
            {label} ({count})
          </button>
        ))}
      </div>
      <div className="scroll-x">
        <table className="ledger files-table">
          <thead>
            <tr>
              <th scope="col">File</th>
              <th scope="col" className="number">
                Size
              </th>
              <th scope="col">Brought by</th>
              <th scope="col">Shown on</th>
              <th scope="col">Source and licence</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((file) => (
              <tr key={file.id}>
                <th scope="row">
                  <span className="file-cell">
                    {file.kind === "image" ? (
                      // eslint-disable-next-line @next/next/no-img-element -- the server keeps the sizes
                      <img src={paths.file(courseId, file.id, 480)} alt="" loading="lazy" />
                    ) : (
                      <span className="file-kind">{file.kind}</span>
                    )}
                    <a
                      href={paths.file(courseId, file.id)}
                      {...(file.kind === "image"
                        ? { target: "_blank", rel: "noreferrer" }
                        : { download: file.name })}
                    >
                      {file.name}
                    </a>
                  </span>
                </th>
                <td className="number">
                  {fileSize(file.size)}
                  {file.width && (
                    <small>
                      {file.width} × {file.height}
                    </small>
                  )}
                </td>
                <td>
                  {file.uploadedBy}
                  <small>{distance(file.at, zone, now)}</small>
                </td>
                <td>
                  {file.usedOn.length > 0 ? (
                    file.usedOn.map(({ id, title }, at) => (
                      <span key={id}>
                        {at > 0 && ", "}
                        <Link href={paths.page(courseId, id)}>{title}</Link>
                      </span>
                    ))
                  ) : (
                    <span className="quiet">
                      {file.isInHistory ? "nowhere now; in earlier entries" : "nowhere"}
                    </span>
                  )}
                </td>
                <td>
                  {file.mayDescribe && describe ? (
                    <OriginFields key={`${file.source} ${file.licence}`} file={file} describe={describe} />
                  ) : (
                    [file.source, file.licence].filter(Boolean).join(". ") || (
                      <span className="quiet">nobody said</span>
                    )
                  )}
                  {file.changes.length > 0 && <FileChanges changes={file.changes} zone={zone} now={now} />}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {rows.length === 0 && (
          <p className="quiet" style={{ padding: 16 }}>
            No file is such.
          </p>
        )}
      </div>
    </>
  );
}

/** What was said of a file before, and who changed it. */
function FileChanges({ changes, zone, now }: { changes: FileLineDto["changes"]; zone: string; now: Date }) {
  const told = ({ name, source, licence }: FileLineDto["changes"][number]["before"]) =>
    [name, source || "no source", licence || "no licence"].join(", ");
  return (
    <details className="quiet">
      <summary>Changed {counted(changes.length, "time")}</summary>
      <ul className="plain-list">
        {changes.map(({ by, at, before, after }, index) => (
          <li key={index}>
            {by}, {distance(at, zone, now)}: {told(before)} → {told(after)}
          </li>
        ))}
      </ul>
    </details>
  );
}

function OriginFields({ file, describe }: { file: FileLineDto; describe: Describe }) {
  const [source, setSource] = useState(file.source);
  const [licence, setLicence] = useState(file.licence);
  const [said, setSaid] = useState("");
  const keep = async () => {
    if (source === file.source && licence === file.licence) return;
    const answer = await answerOf(describe(file.id, { name: file.name, source, licence }));
    setSaid(answer === null ? noAnswer("It was not kept.") : answer.kind === "stored" ? "Kept" : answer.text);
  };
  return (
    <span className="origin-fields">
      <input
        aria-label={`Source of ${file.name}`}
        placeholder="Source"
        value={source}
        maxLength={500}
        onChange={(event) => setSource(event.target.value)}
        onBlur={() => void keep()}
      />
      <input
        aria-label={`Licence of ${file.name}`}
        placeholder="Licence"
        value={licence}
        maxLength={200}
        onChange={(event) => setLicence(event.target.value)}
        onBlur={() => void keep()}
      />
      <small role="status">{said}</small>
    </span>
  );
}
