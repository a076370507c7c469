export { SlackChain } from "./SlackChain";
