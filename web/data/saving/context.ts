import { createContext } from "react";
import type { Saving } from "./start";

/** What keeps and sends the edits of this page; null in a test of a single screen. */
export const SavingContext = createContext<Saving | null>(null);
