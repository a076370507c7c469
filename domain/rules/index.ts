export { broken, ruleRefusal, type RuleBreak, type RuleName } from "./breaks";
export { brokenRule, type Neighbours, type Offence } from "./rules";
