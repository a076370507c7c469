import { Modal } from "antd";
import { useMemo, useState } from "react";
import { Link, NavLink, Outlet, useLocation, useNavigate } from "react-router";
import { Sign } from "../ui/pictograms";
import { useKeys } from "../data/useKeys";
import { SavingTrouble } from "../pieces/saving/SavingTrouble";
import { PLACE_ICONS } from "./placeIcons";
import { NewVersion } from "./NewVersion";
import { WhoWorks } from "./WhoWorks";
import { late } from "../ui/late";
import { Press } from "../ui/Press";
import css from "./app.module.css";

/** It comes when somebody looks for something. */
const Search = late(() => import("./Search").then((m) => m.Search));

/** The rooms of the house that exist: where, what it is called, its key. */
const PLACES = [
  { path: "/yard", name: "Yard", key: "g y", icon: PLACE_ICONS.yard },
  { path: "/vehicles", name: "Vehicles", key: "g v", icon: PLACE_ICONS.vehicles },
  { path: "/sheets", name: "Sheets", key: "g t", icon: PLACE_ICONS.sheets },
  { path: "/shelf", name: "Shelf", key: "g s", icon: PLACE_ICONS.shelf },
  { path: "/desk", name: "Desk tools", key: "g d", icon: PLACE_ICONS.desk },
  { path: "/shop", name: "Shop", key: "g o", icon: PLACE_ICONS.shop },
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
        <NewVersion />
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
