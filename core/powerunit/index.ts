export { driveline } from "./driveline";
export type { DrivelineAnswer, DrivelineInput, DrivelineJoint, JointKind, Shaft } from "./driveline";
export {
  hystereticTransmissibility,
  viscousTransmissibility,
  curvePoints,
  firingOrder,
  freedomOf,
  isolation,
} from "./isolation";
export type { FiringInput, IsolationAnswer, IsolationInput } from "./isolation";
export { mountCompare, mountsOf } from "./mountCompare";
export type { MountCompareAnswer, MountCompareInput, MountSet, MountSetAnswer } from "./mountCompare";
export { mountModes, torqueOn } from "./mountModes";
export type { MountModesAnswer, MountModesInput } from "./mountModes";
export { mountSag } from "./mountSag";
export type { MountSagAnswer, MountSagInput, SagMount } from "./mountSag";
export { isUnsolvable } from "./notice";
export type { Notice, Unsolvable } from "./notice";
export { assemble, degreesOfFreedom, inertiaOf, isBody } from "./unit";
export type { CrankAxis, Freedom, InertiaTensor, Mode, Place, PowerUnit, UnitMount } from "./unit";
