import type { FileProblem } from "@/data/files/dto";
import { powerMissing } from "./access";
import { onlyLooking } from "./problems";
import { fileSize } from "./sizes";

/** Why a file was not taken, and what to do. */
export function fileProblem(problem: FileProblem): string {
  switch (problem.code) {
    case "not found":
      return "This place no longer exists, or you no longer have access to it. The file was not stored.";
    case "only looking":
      return onlyLooking;
    case "empty":
      return "The file is empty. It was not taken.";
    case "not wanted":
      return "This kind of file is not taken. Pages hold pictures (PNG, JPEG, GIF, WebP, AVIF), films and recordings, PDF, office documents, ZIP archives and plain text.";
    case "broken picture":
      return "The picture can’t be read: it may be damaged. It was not taken.";
    case "cut off":
      return "The connection broke before all of the file had arrived. Upload it again.";
    case "power not given":
      return powerMissing(problem.power);
    case "may not write":
      return "You may not write here now. The file was not taken.";
    case "too large":
      return `The file is larger than ${fileSize(problem.limit)}, the most for its kind. It was not taken.`;
    case "too many pixels":
      return `The picture has more than ${Math.round(problem.limit / 1_000_000)} million pixels. Make it smaller, and upload it again.`;
    case "no room left":
      return `The wiki’s files take ${fileSize(problem.taken)} of ${fileSize(problem.quota)}: there is no room left for this one.`;
    case "bad input":
      return `${problem.message}.`;
    default:
      return problem satisfies never;
  }
}
