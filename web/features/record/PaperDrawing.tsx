/** A drawing of the printed record, as large as it is told, px. */
export function PaperDrawing({
  width,
  height,
  says,
  children,
}: {
  width: number;
  height: number;
  says: string;
  children: React.ReactNode;
}) {
  return (
    <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} role="img" aria-label={says}>
      {children}
    </svg>
  );
}
