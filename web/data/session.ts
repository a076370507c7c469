import { createSlice, type PayloadAction } from "@reduxjs/toolkit";

/** What belongs to this screen and not to the shop: who works here, light or dark, and which screen it is. */
export interface Session {
  personId: string | null;
  theme: "light" | "dark" | "system";
  /** This tab: where nobody is chosen, its edits are its own to undo. */
  station: string;
}

const initialState: Session = { personId: null, theme: "system", station: "" };

export const session = createSlice({
  name: "session",
  initialState,
  reducers: {
    workingAs(state, { payload }: PayloadAction<string | null>) {
      state.personId = payload;
    },
    themeChosen(state, { payload }: PayloadAction<Session["theme"]>) {
      state.theme = payload;
    },
  },
});
