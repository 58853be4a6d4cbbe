"use client";
import { useRouter } from "next/navigation";
import { paths } from "@/ui/paths";

interface Props {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly wikis: readonly { readonly id: string; readonly name: string }[];
  readonly titles: readonly string[];
  /** What is shown: a wiki, or the pages of one title ("": the home pages). */
  readonly wiki: string | null;
  readonly title: string | null;
}

/** Which part of the assignment's access is looked at. */
export function ViewChooser({ courseId, assignmentId, wikis, titles, wiki, title }: Props) {
  const router = useRouter();
  const show = (view: { wiki?: string; page?: string }) =>
    router.push(paths.access(courseId, assignmentId, view));
  return (
    <div className="table-tools">
      <label className="plain-label">
        One wiki{" "}
        <select
          className="plain-select wide"
          value={wiki ?? ""}
          onChange={(event) => show({ wiki: event.target.value })}
        >
          {wiki === null && <option value="">choose</option>}
          {wikis.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      {wikis.length > 1 && (
        <label className="plain-label">
          or one page in every wiki{" "}
          <select
            className="plain-select wide"
            value={title ?? "none"}
            onChange={(event) => show({ page: event.target.value })}
          >
            {title === null && <option value="none">choose</option>}
            <option value="">Home pages</option>
            {titles.map((each) => (
              <option key={each} value={each}>
                {each}
              </option>
            ))}
          </select>
        </label>
      )}
    </div>
  );
}
