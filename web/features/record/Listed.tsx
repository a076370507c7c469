/** A part of the record that is a list, a line each. */
export function Listed({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section>
      <h2 className="hd2">{title}</h2>
      <ul className="lined">{children}</ul>
    </section>
  );
}
