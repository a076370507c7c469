export { clockOfShared, dayLength, isMoment, minuteOfDay, type SharedWork } from "./calendar";
export { costOf as planCost, countsOf as orderCounts, findCycle, networkOf, timesOf } from "./network";
export { plan, planOf } from "./plan";
export * from "./types";
