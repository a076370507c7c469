import { Modal } from "antd";
import { useMemo, useState } from "react";
import { Link, NavLink, Outlet, useLocation, useNavigate } from "react-router";
import { Sign } from "../ui/pictograms";
import { useKeys } from "../data/useKeys";
import { SavingTrouble } from "../pieces/saving/SavingTrouble";
import { WhoWorks } from "./WhoWorks";
import { late } from "../ui/late";
import { Press } from "../ui/Press";
import css from "./app.module.css";

/** It comes when somebody looks for something. */
const Search = late(() => import("./Search").then((m) => m.Search));

interface Place {
  path: string;
  name: string;
  key: string;
  icon: React.ReactNode;
}

/** The rooms of the house that exist. */
const PLACES: Place[] = [
  {
    path: "/yard",
    name: "Yard",
    key: "g y",
    icon: (
      <>
        <path d="M4 4v16M12 4v16M20 4v16M4 4h16" />
        <rect x="6.3" y="9" width="3.4" height="7" rx=".8" />
        <path d="M14.5 18.5V13h3v5.5" />
      </>
    ),
  },
  {
    path: "/vehicles",
    name: "Vehicles",
    key: "g v",
    icon: (
      <>
        <path d="M2.5 16.5V8.2h11.3l4 4.3h3.7v4" />
        <path d="M2.5 16.5h2.2M9.5 16.5h5M19.3 16.5h2.2M13.8 8.2v4.3h4" />
        <circle cx="7.1" cy="16.8" r="2.2" />
        <circle cx="16.9" cy="16.8" r="2.2" />
      </>
    ),
  },
  {
    path: "/sheets",
    name: "Sheets",
    key: "g t",
    icon: (
      <>
        <path d="M5.5 3.5h9.2l3.8 3.8v13.2h-13z" />
        <path d="M8.5 9.5h7M8.5 13h7M8.5 16.5h4.5" />
      </>
    ),
  },
  {
    path: "/shelf",
    name: "Shelf",
    key: "g s",
    icon: (
      <>
        <path d="M3.5 3.5v17M20.5 3.5v17M3.5 11.5h17M3.5 19.5h17" />
        <path d="M6.5 11.5V6h4v5.5M13.5 11.5V8h4v3.5M8 19.5v-4.5h6v4.5" />
      </>
    ),
  },
  {
    path: "/desk",
    name: "Desk tools",
    key: "g d",
    icon: (
      <>
        <circle cx="12" cy="5.2" r="2.2" />
        <path d="M11 7.2 6 20.5M13 7.2l5 13.3M8.3 15.2c2.4 1.1 5 1.1 7.4 0" />
      </>
    ),
  },
  {
    path: "/shop",
    name: "Shop",
    key: "g o",
    icon: (
      <>
        <path d="M3.5 20.5v-10L12 4l8.5 6.5v10z" />
        <path d="M8.5 20.5V14h7v6.5M8.5 17h7" />
      </>
    ),
  },
];

const KEY_LIST: [string, string][] = [
  ["/", "search and go"],
  ["g y, g v, g t, g s, g d, g o", "Yard, Vehicles, Sheets, Shelf, Desk tools, Shop"],
  ["[ and ]", "previous and next stage of a job"],
  ["n", "new reading (Gauge and Prove)"],
  ["1 to 6, r, 0", "put the lever in gear, neutral (throw bench)"],
  ["Arrows, with Shift", "move the selected point by 1 mm, by 0.1 mm"],
  ["Ctrl+Z, Ctrl+Shift+Z", "undo, redo"],
  ["?", "this list"],
];

/** Engraved scale along the spine, with a pointer at the present place. */
function Scale() {
  return (
    <svg className={css.scale} width="9" height="1600" viewBox="0 0 9 1600" aria-hidden="true">
      {Array.from({ length: 199 }, (_, i) => {
        const long = i % 6 === 0;
        return (
          <rect
            key={i}
            x={long ? 2 : 5}
            y={8 + i * 8}
            width={long ? 7 : 4}
            height="1"
            fill="var(--edge)"
            opacity=".5"
          />
        );
      })}
    </svg>
  );
}

export function Shell() {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [help, setHelp] = useState(false);
  const [search, setSearch] = useState(false);
  const keys = useMemo(
    () => ({
      ...Object.fromEntries(PLACES.map((p) => [p.key, () => void navigate(p.path)])),
      "/": () => setSearch(true),
      "?": () => setHelp(true),
    }),
    [navigate],
  );
  useKeys(keys);
  const here = PLACES.find((p) => pathname.startsWith(p.path) || (p.path === "/yard" && pathname.startsWith("/jobs")));

  return (
    <div className={css.app}>
      <a className={css.skip} href="#main">
        Go to the work
      </a>
      <nav className={css.spine} aria-label="Places">
        <Scale />
        <NavLink to="/yard" className={css.mark} aria-label="Ash Lever, to the Yard">
          <Sign />
        </NavLink>
        <Press className={`${css.find} place`} onClick={() => setSearch(true)}>
          <svg viewBox="0 0 24 24" aria-hidden="true">
            <circle cx="10.5" cy="10.5" r="6" />
            <path d="m15 15 5.5 5.5" />
          </svg>
          <span>Search</span>
        </Press>
        {PLACES.map((p) => (
          <Link key={p.path} to={p.path} className="place" aria-current={here === p ? "page" : undefined}>
            <svg viewBox="0 0 24 24" aria-hidden="true">
              {p.icon}
            </svg>
            <span>{p.name}</span>
          </Link>
        ))}
        <WhoWorks />
        <Press className={`${css.foot} kbd`} aria-label="Show the keys" onClick={() => setHelp(true)}>
          ?
        </Press>
      </nav>
      <main className="main" id="main">
        <Outlet />
      </main>
      <SavingTrouble />
      <Modal open={help} onCancel={() => setHelp(false)} footer={null} title="Keys" width={460}>
        <dl className="keys">
          {KEY_LIST.map(([stroke, what]) => (
            <div key={stroke}>
              <dt className="n">{stroke}</dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
        <p className="lb">No key fires while you type. Single keys can be switched off in Shop.</p>
      </Modal>
      {search && <Search onClose={() => setSearch(false)} />}
    </div>
  );
}
