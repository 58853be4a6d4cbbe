/** The addresses of the application's screens. */
export const paths = {
  courses: () => "/courses",
  signIn: () => "/sign-in",
  forgotten: () => "/sign-in/forgotten",
  account: () => "/account",
  /** The page that explains the figures, at one of them. */
  measures: (figure?: string) => `/measures${figure ? `#${figure}` : ""}`,
  course: (course: string) => `/courses/${course}`,
  newCourse: (from?: string) => `/courses/new${from ? `?${new URLSearchParams({ from })}` : ""}`,
  settings: (course: string) => `/courses/${course}/settings`,
  people: (course: string) => `/courses/${course}/people`,
  readList: (course: string) => `/courses/${course}/people/list`,
  peopleFile: (course: string, form: "csv" | "1.1" | "1.2") =>
    `/courses/${course}/people/file?${new URLSearchParams({ form })}`,
  groups: (course: string) => `/courses/${course}/groups`,
  newGroups: (course: string) => `/courses/${course}/groups/new`,
  groupSet: (course: string, set: string) => `/courses/${course}/groups/${set}`,
  mail: () => "/mail",
  ask: (code: string) => `/ask/${code}`,
  copyAssignment: (course: string, assignment: string) => `/courses/${course}/assignments/${assignment}/copy`,
  setUp: (course: string, assignment: string) => `/courses/${course}/assignments/${assignment}/set-up`,
  newAssignment: (course: string) => `/courses/${course}/assignments/new`,
  assignment: (course: string, assignment: string) => `/courses/${course}/assignments/${assignment}`,
  /** What others did: of all that the viewer watches, or of one wiki. */
  news: (course: string, wiki?: string) => `/courses/${course}/news${wiki ? `?wiki=${wiki}` : ""}`,
  review: (course: string, assignment: string) => `/courses/${course}/assignments/${assignment}/review`,
  /** The class with a figure opened; `kept`: how the class is arranged. */
  thresholds: (course: string, assignment: string) =>
    `/courses/${course}/assignments/${assignment}/review/thresholds`,
  evidence: (
    course: string,
    assignment: string,
    wiki: string,
    person: string,
    figure: string,
    kept: Readonly<Record<string, string>> = {},
  ) =>
    `/courses/${course}/assignments/${assignment}/review?${new URLSearchParams({ ...kept, wiki, person, figure })}`,
  /** A group's review; `asked`: a period, a figure that is opened. */
  reviewGroup: (
    course: string,
    assignment: string,
    wiki: string,
    asked: Readonly<Record<string, string>> = {},
  ) =>
    `/courses/${course}/assignments/${assignment}/review/${wiki}${Object.keys(asked).length > 0 ? `?${new URLSearchParams(asked)}` : ""}`,
  /** All figures of all students as a file. */
  figuresFile: (course: string, assignment: string, asked: Readonly<Record<string, string>> = {}) =>
    `/courses/${course}/assignments/${assignment}/review/figures${Object.keys(asked).length > 0 ? `?${new URLSearchParams(asked)}` : ""}`,
  statementFile: (
    course: string,
    assignment: string,
    wiki: string,
    person: string,
    asked: Readonly<Record<string, string>> = {},
  ) =>
    `/courses/${course}/assignments/${assignment}/statement/${wiki}/${person}${Object.keys(asked).length > 0 ? `?${new URLSearchParams(asked)}` : ""}`,
  statement: (
    course: string,
    assignment: string,
    wiki: string,
    person: string,
    asked: Readonly<Record<string, string>> = {},
  ) =>
    `/courses/${course}/assignments/${assignment}/review/${wiki}/${person}${Object.keys(asked).length > 0 ? `?${new URLSearchParams(asked)}` : ""}`,
  /** A student's own statement. */
  ownStatement: (course: string, assignment: string, asked: Readonly<Record<string, string>> = {}) =>
    `/courses/${course}/assignments/${assignment}/statement${Object.keys(asked).length > 0 ? `?${new URLSearchParams(asked)}` : ""}`,
  /** The criteria sheet: to be changed by those who run the course, to be read by all others. */
  criteria: (course: string, assignment: string) => `/courses/${course}/assignments/${assignment}/criteria`,
  criteriaFile: (course: string, assignment: string, form: "json" | "csv") =>
    `/courses/${course}/assignments/${assignment}/criteria/file?form=${form}`,
  /** Assessing a group; `asked.of`: one of its students. */
  assess: (course: string, assignment: string, wiki: string, asked: Readonly<Record<string, string>> = {}) =>
    `/courses/${course}/assignments/${assignment}/assess/${wiki}${Object.keys(asked).length > 0 ? `?${new URLSearchParams(asked)}` : ""}`,
  /** The marks of the class. */
  marks: (course: string, assignment: string, asked: Readonly<Record<string, string>> = {}) =>
    `/courses/${course}/assignments/${assignment}/marks${Object.keys(asked).length > 0 ? `?${new URLSearchParams(asked)}` : ""}`,
  releaseMarks: (course: string, assignment: string) =>
    `/courses/${course}/assignments/${assignment}/marks/release`,
  marksLog: (course: string, assignment: string) => `/courses/${course}/assignments/${assignment}/marks/log`,
  assessors: (course: string, assignment: string) =>
    `/courses/${course}/assignments/${assignment}/marks/assessors`,
  marksFile: (course: string, assignment: string, form: "csv" | "line items" | "results") =>
    `/courses/${course}/assignments/${assignment}/marks/file?${new URLSearchParams({ form })}`,
  markDocument: (course: string, assignment: string, wiki: string, person: string) =>
    `/courses/${course}/assignments/${assignment}/marks/document/${wiki}/${person}`,
  markDocuments: (course: string, assignment: string) =>
    `/courses/${course}/assignments/${assignment}/marks/documents`,
  /** A student's own mark, once it is released. */
  ownMark: (course: string, assignment: string) => `/courses/${course}/assignments/${assignment}/mark`,
  /** Where members of a group say what each did. */
  teammates: (course: string, assignment: string) => `/courses/${course}/assignments/${assignment}/teammates`,
  /** What is found in a course; `asked`: the words, and what it is narrowed to. */
  search: (course: string, asked: Readonly<Record<string, string>> = {}) =>
    `/courses/${course}/search${Object.keys(asked).length > 0 ? `?${new URLSearchParams(asked)}` : ""}`,
  /** Who else has a passage, in all wikis of an assignment; `asked.page`: the page that it is from. */
  alike: (course: string, assignment: string, asked: Readonly<Record<string, string>> = {}) =>
    `/courses/${course}/assignments/${assignment}/alike${Object.keys(asked).length > 0 ? `?${new URLSearchParams(asked)}` : ""}`,
  /** What is found as somebody types; `here`: the page or the wiki at which they are. */
  suggest: (course: string, typed: string, here: Readonly<Record<string, string>>) =>
    `/courses/${course}/search/suggest?${new URLSearchParams({ q: typed, ...here })}`,
  wiki: (course: string, wiki: string) => `/courses/${course}/wikis/${wiki}`,
  /** The wiki as it stood at its cut-off: its home page, one of its pages, or all of them in a list. */
  kept: (course: string, wiki: string, page?: string) =>
    `/courses/${course}/wikis/${wiki}/kept${page ? `/${page}` : ""}`,
  keptContents: (course: string, wiki: string) => `/courses/${course}/wikis/${wiki}/kept/contents`,
  /** `from`: the page on which one is, which can be made to lead to the new one. */
  start: (course: string, wiki: string, title?: string, template?: string, from?: string) => {
    const asked = new URLSearchParams({
      ...(title ? { title } : {}),
      ...(template ? { template } : {}),
      ...(from ? { from } : {}),
    }).toString();
    return `/courses/${course}/wikis/${wiki}/start${asked ? `?${asked}` : ""}`;
  },
  page: (course: string, page: string) => `/courses/${course}/pages/${page}`,
  /** What stands in front of a page's id. */
  pageBase: (course: string) => `/courses/${course}/pages`,
  /** `draft`: with what the viewer typed before and did not save. */
  write: (course: string, page: string, draft?: "draft") =>
    `/courses/${course}/pages/${page}/write${draft ? "?draft=take" : ""}`,
  ledger: (course: string, page: string) => `/courses/${course}/pages/${page}/ledger`,
  /** The entries of all pages of a wiki. */
  wikiLedger: (course: string, wiki: string) => `/courses/${course}/wikis/${wiki}/ledger`,
  entry: (course: string, page: string, number: number) =>
    `/courses/${course}/pages/${page}/ledger/${number}`,
  /** What bringing an entry back, or parts of it, would change. */
  restore: (course: string, page: string, number: number) =>
    `/courses/${course}/pages/${page}/ledger/${number}/restore`,
  /** What undoing the newest entry, which is `number`, would change. */
  undo: (course: string, page: string, number: number) =>
    `/courses/${course}/pages/${page}/ledger/${number - 1}/restore?undo=1`,
  /**
   * Two states of a page beside each other: after entry `from` (0: before there was anything) and after entry
   * `to`.
   */
  compare: (course: string, page: string, from?: number, to?: number) =>
    `/courses/${course}/pages/${page}/compare${from === undefined ? "" : `?from=${from}${to === undefined ? "" : `&to=${to}`}`}`,
  /** What happens on a page while it is open. */
  live: (course: string, page: string) => `/courses/${course}/pages/${page}/live`,
  /** Who wrote what, as the page stood after an entry; without one, as it stands. */
  who: (course: string, page: string, at?: number) =>
    `/courses/${course}/pages/${page}/who${at === undefined ? "" : `?at=${at}`}`,
  /** A file's bytes; of a picture, in the kept size that is near `width`. */
  file: (course: string, file: string, width?: number) =>
    `/courses/${course}/files/${file}${width ? `?w=${width}` : ""}`,
  /** What stands in front of a file's id. */
  fileBase: (course: string) => `/courses/${course}/files`,
  /** All files of a wiki. */
  files: (course: string, wiki: string) => `/courses/${course}/wikis/${wiki}/files`,
  /**
   * Where files are sent: to a wiki, for one of its pages or for one that is being started; without a wiki,
   * to the course.
   */
  upload: (course: string, wiki: string | null, page?: string) =>
    wiki === null
      ? `/courses/${course}/upload`
      : `/courses/${course}/wikis/${wiki}/upload${page ? `?page=${page}` : ""}`,
  /** The access sheet: of one wiki, or of one page of every wiki. */
  access: (course: string, assignment: string, view: { wiki?: string; page?: string } = {}) =>
    `/courses/${course}/assignments/${assignment}/access${Object.keys(view).length > 0 ? `?${new URLSearchParams(view)}` : ""}`,
  /** Ways in for people without an account: an assignment's open rooms and readers' links. */
  doors: (course: string, assignment: string) => `/courses/${course}/assignments/${assignment}/guests`,
  newRoom: (course: string, assignment: string) => `/courses/${course}/assignments/${assignment}/guests/room`,
  openRoom: (course: string, room: string) => `/courses/${course}/rooms/${room}`,
  /** Where guests come in, and where they are then. */
  room: (code?: string) => `/room${code ? `/${code}` : ""}`,
  inRoom: () => "/room/in",
  roomPage: (page: string) => `/room/in/${page}`,
  roomFileBase: () => "/room/in/files",
  roomFile: (file: string, width?: number) => `/room/in/files/${file}${width ? `?w=${width}` : ""}`,
  roomWrite: (page: string) => `/room/in/${page}/write`,
  /** What a readers' link opens. */
  opened: (token: string, page?: string) => `/open/${token}${page ? `/${page}` : ""}`,
  openedFile: (token: string, file: string, width?: number) =>
    `/open/${token}/files/${file}${width ? `?w=${width}` : ""}`,
  startSeveral: (course: string, wiki: string) => `/courses/${course}/wikis/${wiki}/start/several`,
  contents: (course: string, wiki: string) => `/courses/${course}/wikis/${wiki}/contents`,
};
