import { answer } from "../../models";

/** One model's answer, in a thread of its own. */
export default ({ model, input }: { model: string; input: unknown }): unknown => answer(model, input);
