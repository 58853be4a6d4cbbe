/** The addresses of the application's screens. */
export const paths = {
  courses: () => "/",
  /** The page that explains the figures, at one of them. */
  measures: (figure?: string) => `/measures${figure ? `#${figure}` : ""}`,
  course: (course: string) => `/courses/${course}`,
  newAssignment: (course: string) => `/courses/${course}/assignments/new`,
  assignment: (course: string, assignment: string) => `/courses/${course}/assignments/${assignment}`,
  review: (course: string, assignment: string) => `/courses/${course}/assignments/${assignment}/review`,
  evidence: (course: string, assignment: string, wiki: string, person: string, figure: string) =>
    `/courses/${course}/assignments/${assignment}/review?${new URLSearchParams({ wiki, person, figure })}`,
  wiki: (course: string, wiki: string) => `/courses/${course}/wikis/${wiki}`,
  start: (course: string, wiki: string, title?: string) => `/courses/${course}/wikis/${wiki}/start${title ? `?${new URLSearchParams({ title })}` : ""}`,
  page: (course: string, page: string) => `/courses/${course}/pages/${page}`,
  write: (course: string, page: string) => `/courses/${course}/pages/${page}/write`,
  ledger: (course: string, page: string) => `/courses/${course}/pages/${page}/ledger`,
  entry: (course: string, page: string, number: number) => `/courses/${course}/pages/${page}/ledger/${number}`,
  access: (course: string, page: string) => `/courses/${course}/pages/${page}/access`,
};
