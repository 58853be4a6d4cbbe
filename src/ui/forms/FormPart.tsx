/** A part of a long form: what it is about at the left, the fields at the right. */
export function FormPart({
  title,
  about,
  children,
}: {
  title: string;
  about: React.ReactNode;
  children: React.ReactNode;
}) {
  return (
    <section className="form-part">
      <div>
        <h2>{title}</h2>
        <p>{about}</p>
      </div>
      <div className="fields">{children}</div>
    </section>
  );
}
