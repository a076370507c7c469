import { templateContent, type TemplateContent } from "../../contract";
import bracketBushes from "./kinds/bracketBushes.json";
import subframeBushes from "./kinds/subframeBushes.json";
import engineMounts from "./kinds/engineMounts.json";
import leverLockout from "./kinds/leverLockout.json";
import transferLever from "./kinds/transferLever.json";
import carrierMounts from "./kinds/carrierMounts.json";
import tailMount from "./kinds/tailMount.json";
import tailMountStuds from "./kinds/tailMountStuds.json";
import turretRebuild from "./kinds/turretRebuild.json";
import selectorJoint from "./kinds/selectorJoint.json";
import remoteAssembly from "./kinds/remoteAssembly.json";
import liftReverseLever from "./kinds/liftReverseLever.json";
import remoteBracket from "./kinds/remoteBracket.json";
import shaftSeal from "./kinds/shaftSeal.json";
import turretStops from "./kinds/turretStops.json";
import cableShifter from "./kinds/cableShifter.json";
import cableBushes from "./kinds/cableBushes.json";
import torqueMount from "./kinds/torqueMount.json";
import factoryShort from "./kinds/factoryShort.json";
import fullRefresh from "./kinds/fullRefresh.json";
import floorShifter from "./kinds/floorShifter.json";

/**
 * How each kind of job is done, one file a kind. Sizes and torques are in none of them: they come from the vehicle's
 * own sheet. Minutes are typical; common practice, no source.
 */
const files: readonly unknown[] = [
  bracketBushes,
  subframeBushes,
  engineMounts,
  leverLockout,
  transferLever,
  carrierMounts,
  tailMount,
  tailMountStuds,
  turretRebuild,
  selectorJoint,
  remoteAssembly,
  liftReverseLever,
  remoteBracket,
  shaftSeal,
  turretStops,
  cableShifter,
  cableBushes,
  torqueMount,
  factoryShort,
  fullRefresh,
  floorShifter,
];

export const suppliedTemplates: readonly TemplateContent[] = files.map((file) => templateContent.parse(file));
