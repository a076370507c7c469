import { createSlice, type PayloadAction } from "@reduxjs/toolkit";

/** What belongs to this screen and not to the shop: who works here, light or dark. */
export interface Session {
  personId: string | null;
  theme: "light" | "dark" | "system";
}

const initialState: Session = { personId: null, theme: "system" };

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
