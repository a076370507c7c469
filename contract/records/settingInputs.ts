import type { z } from "zod";
import {
  cableMarksInput,
  floorSlotInput,
  gatedInput,
  lockoutSetting,
  pressFitSetting,
  releaseInput,
  rodInput,
  shimsInput,
  stopsInput,
} from "../inputs";
import type { SettingTool } from "./setting";

/** What each tool is asked with. */
export const settingInputs = {
  stops: stopsInput,
  lockout: lockoutSetting,
  release: releaseInput,
  shims: shimsInput,
  cableMarks: cableMarksInput,
  rod: rodInput,
  gatedLinkage: gatedInput,
  floorSlot: floorSlotInput,
  pressFit: pressFitSetting,
} as const satisfies Record<SettingTool, z.ZodType>;
