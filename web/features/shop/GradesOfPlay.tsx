import { Button } from "antd";
import { QuantityField } from "../../ui/QuantityField";
import { GRADE_NAMES, USUAL_GRADES, type Grade, type Grades } from "../../../domain";

/** How much play a joint has that feels as new, slight, worn or gone; each at least the one before. */
export function GradesOfPlay({
  grades,
  onChange,
}: {
  grades: Grades | null;
  onChange: (grades: Grades | null, what: string) => void;
}) {
  const now = grades ?? USUAL_GRADES;
  const names = Object.keys(GRADE_NAMES) as Grade[];
  return (
    <>
      <p className="lb">Play of a joint by how it feels, where it is not measured</p>
      <div className="row-flex" style={{ flexWrap: "wrap", marginTop: 6 }}>
        {names.map((g, i) => (
          <div key={g} style={{ width: 118 }}>
            <QuantityField
              label={GRADE_NAMES[g]}
              kind="length"
              base={now[g]}
              digits={2}
              min={i ? now[names[i - 1]] : 0}
              max={i < names.length - 1 ? now[names[i + 1]] : 50}
              onCommit={({ base, typed }) =>
                onChange({ ...now, [g]: base }, `Play that feels ${GRADE_NAMES[g]}: ${typed}`)
              }
            />
          </div>
        ))}
        {grades && (
          <Button size="small" onClick={() => onChange(null, "Grades of play as they came")}>
            As they came
          </Button>
        )}
      </div>
    </>
  );
}
