/** Each place of the program as a small engraving, drawn on 24 by 24. */
export const PLACE_ICONS = {
  yard: (
    <>
      <path d="M4 4v16M12 4v16M20 4v16M4 4h16" />
      <rect x="6.3" y="9" width="3.4" height="7" rx=".8" />
      <path d="M14.5 18.5V13h3v5.5" />
    </>
  ),
  vehicles: (
    <>
      <path d="M2.5 16.5V8.2h11.3l4 4.3h3.7v4" />
      <path d="M2.5 16.5h2.2M9.5 16.5h5M19.3 16.5h2.2M13.8 8.2v4.3h4" />
      <circle cx="7.1" cy="16.8" r="2.2" />
      <circle cx="16.9" cy="16.8" r="2.2" />
    </>
  ),
  sheets: (
    <>
      <path d="M5.5 3.5h9.2l3.8 3.8v13.2h-13z" />
      <path d="M8.5 9.5h7M8.5 13h7M8.5 16.5h4.5" />
    </>
  ),
  shelf: (
    <>
      <path d="M3.5 3.5v17M20.5 3.5v17M3.5 11.5h17M3.5 19.5h17" />
      <path d="M6.5 11.5V6h4v5.5M13.5 11.5V8h4v3.5M8 19.5v-4.5h6v4.5" />
    </>
  ),
  desk: (
    <>
      <circle cx="12" cy="5.2" r="2.2" />
      <path d="M11 7.2 6 20.5M13 7.2l5 13.3M8.3 15.2c2.4 1.1 5 1.1 7.4 0" />
    </>
  ),
  shop: (
    <>
      <path d="M3.5 20.5v-10L12 4l8.5 6.5v10z" />
      <path d="M8.5 20.5V14h7v6.5M8.5 17h7" />
    </>
  ),
};
