import { isRefusal, settingInputs, type Refusal, type SettingTool } from "../../../contract";
import { useUnits } from "../../format/units";
import { ShapeFields, type ShapeField } from "../../ui/ShapeFields";
import { useTask, type TaskView } from "../../worker";
import { Busy } from "./ToolFrame";
import { given, useToolInput, type ToolProps } from "./useToolInput";

/** A tool's fields, drawn by the shape of its question, and what its frame needs to know of them. */
function useFields<T extends object>(tool: SettingTool, props: ToolProps, initial: () => T) {
  const units = useUnits();
  const [input, set, untouched] = useToolInput<T>(tool, props, initial);
  return {
    input,
    set,
    frame: { tool, host: props.host, untouched },
    /** A length in the shop's units; nothing measured is said in the word given. */
    len: (mm: number | null, digits = 1, none = "none"): string =>
      mm === null ? none : units.show(mm, "length", { digits }),
    fields: (fields: readonly ShapeField[]) => (
      <ShapeFields shape={settingInputs[tool]} value={input} onChange={set} fields={fields} />
    ),
    /** Fields of one row of a list in the question, which stands where `within` says: "holes[]". */
    rowFields: <R extends object>(
      within: string,
      value: R,
      onChange: (patch: Partial<R>) => void,
      fields: readonly ShapeField[],
    ) => <ShapeFields shape={settingInputs[tool]} within={within} value={value} onChange={onChange} fields={fields} />,
  };
}

/** A setting tool that answers at once: its fields, its answer (null: refused) and its frame. */
export function useSetting<T extends object, A extends object>(
  tool: SettingTool,
  props: ToolProps,
  initial: () => T,
  ask: (input: T) => A | Refusal,
) {
  const it = useFields(tool, props, initial);
  const out = ask(it.input);
  const refused = isRefusal(out) ? out.error : null;
  return {
    ...it,
    answer: isRefusal(out) ? null : out,
    frame: { ...it.frame, refused, input: refused ? null : given(it.input) },
  };
}

/** A setting tool that searches beside the screen; what it last found stays until it has found anew. */
export function useSearch<T extends object, N extends "shims" | "gatedLinkage">(
  tool: N,
  props: ToolProps,
  initial: () => T,
) {
  const it = useFields(tool, props, initial);
  const { result, last, cancel, again }: TaskView<N> = useTask(tool, given(it.input));
  const current = result.state === "answered";
  return {
    ...it,
    answer: current ? result.answer : last,
    /** The answer is the one to these fields. */
    current,
    busy: <Busy result={result} onCancel={cancel} onAgain={again} />,
    frame: {
      ...it.frame,
      refused: result.state === "refused" ? result.refusal : null,
      input: current ? given(it.input) : null,
    },
  };
}
