import { boundsOf, resources, type Person } from "../../../contract";
import { Button } from "antd";
import { useMemo } from "react";
import { useBinQuery, useShopQuery } from "../../data/api";
import { Link } from "react-router";
import { countChanges } from "../../../core";
import { useAppDispatch, useAppSelector } from "../../data/hooks";
import { useKeys } from "../../data/useKeys";
import { useEdit, withPending } from "../../data/saving";
import { SavedState } from "../../pieces/saving/SavingTrouble";
import { session } from "../../data/session";
import { dateText } from "../../format/words";
import { AddLine } from "../../ui/AddLine";
import { SlotSwitch } from "../../ui/slots";
import { Coming, Trouble } from "../../ui/states";
import { Choice } from "../../ui/TextField";
import { Archive } from "./Archive";
import { BackupCopies } from "./BackupCopies";
import { GradesOfPlay } from "./GradesOfPlay";
import { useShop } from "../../data/useShop";
import { UndoKeys } from "../../pieces/job/UndoKeys";
import { JobHistory } from "../../pieces/job/JobHistory";
import { Hours } from "./Hours";
import { TorqueTools } from "./TorqueTools";
import { initialsOf } from "./initials";
import { ShapeFields } from "../../ui/ShapeFields";
import css from "./shop.module.css";

/** Settings of the shop, its people, the bin and the history. */
export function ShopPage() {
  const { data, error, refetch } = useShopQuery();
  const pending = useAppSelector((s) => s.saving.pending);
  const desk = useShop();
  const edit = useEdit("shop");
  const keys = useMemo(() => ({ "Ctrl+z": edit.undo, "Ctrl+Shift+z": edit.redo }), [edit]);
  useKeys(keys);
  if (!data || !desk) return <Coming query={{ error, refetch }} rows={10} />;
  const people = withPending<Person>(data.people, "person", pending, () => true);
  const { shop, patch } = desk;
  return (
    <>
      <title>Shop · Ash Lever</title>
      <header className="top">
        <h1>Shop</h1>
        <div className="push" />
        <UndoKeys scope="shop" edit={edit} />
        <SavedState />
      </header>
      <div className={`page ${css.shopgrid}`}>
        <div>
          <section className="sect">
            <h2 className="hd2">The shop</h2>
            <div className={`fields ${css.shopfields}`}>
              <ShapeFields
                shape={resources.shop}
                value={shop}
                fields={[
                  { at: "name", label: "name, as printed on the record", words: true, what: "Shop’s name" },
                  { at: "address", label: "address and phone, as printed", words: true, what: "Shop’s address" },
                ]}
                onChange={patch}
              />
              <Choice
                label="paper"
                value={shop.paper}
                options={{ A4: "A4", Letter: "Letter" }}
                onChange={(paper) => patch({ paper }, `Paper: ${paper}`)}
              />
              <Choice
                label="units shown first"
                value={shop.units}
                options={{ metric: "mm, N m, kg", inch: "inches, lb ft, lb" }}
                onChange={(units) => patch({ units }, `Units: ${units}`)}
              />
              <ShapeFields
                shape={resources.shop}
                value={shop}
                fields={[
                  { at: "currency", label: "currency", words: true, what: "Currency" },
                  {
                    at: "hourPrice",
                    label: "an hour of work",
                    unit: shop.currency,
                    digits: 2,
                    clears: true,
                    what: "Price of an hour",
                  },
                  {
                    at: "firstJobNumber",
                    label: "job numbers begin at",
                    whole: true,
                    unit: "or after the highest",
                    clears: true,
                    what: "Job numbers",
                  },
                ]}
                onChange={patch}
              />
            </div>
            <p className="row-flex" style={{ marginTop: 12 }}>
              <SlotSwitch
                on={shop.singleKeys}
                label="Single-key shortcuts"
                onChange={(singleKeys) => patch({ singleKeys }, singleKeys ? "Single keys on" : "Single keys off")}
              />
              Single-key shortcuts (1 to 6 put the lever in gear, n takes a reading)
            </p>
            <p className="row-flex" style={{ marginTop: 12 }}>
              <SlotSwitch
                on={shop.simulatedInstruments}
                label="Offer simulated instruments"
                onChange={(simulatedInstruments) =>
                  patch({ simulatedInstruments }, `Simulated instruments ${simulatedInstruments ? "on" : "off"}`)
                }
              />
              Offer simulated instruments (for training: every reading from one stays marked)
            </p>
          </section>
          <section className="sect">
            <h2 className="hd2">Settings for calculation</h2>
            <GradesOfPlay grades={shop.grades} onChange={(grades, what) => patch({ grades }, what)} />
            <p style={{ marginTop: 12 }}>
              <Link to="/shop/learned">What the shop learned: kits, wear, faults, times</Link>
            </p>
            <p>
              <Link to="/shop/wrong">What is wrong: version, disk, backups, what waits, events</Link>
            </p>
            <p className="row-flex">
              <Link to="/shop/knowledge">The table behind Ask: faults, symptoms, tests</Link>
              <span className="lb">
                {countChanges(shop.knowledge) ? `${countChanges(shop.knowledge)} changes of our own` : "default"}
              </span>
            </p>
          </section>
          <Archive />
          <BackupCopies shop={shop} onChange={patch} />
          <Hours shop={shop} onChange={patch} />
          <TorqueTools shop={shop} onChange={patch} />
          <ThisScreen />
          <People people={people} edit={edit} />
        </div>
        <div>
          <Bin edit={edit} />
          <section className="sect">
            <h2 className="hd2">What was changed in the shop</h2>
            <JobHistory scope="shop" empty="Nothing yet." />
          </section>
        </div>
      </div>
    </>
  );
}

function ThisScreen() {
  const dispatch = useAppDispatch();
  const theme = useAppSelector((s) => s.session.theme);
  return (
    <section className="sect">
      <h2 className="hd2">This screen</h2>
      <div style={{ maxWidth: 220 }}>
        <Choice
          label="light"
          value={theme}
          options={{ system: "as the machine is set", light: "light", dark: "dark, for bad light" }}
          onChange={(t) => void dispatch(session.actions.themeChosen(t))}
        />
      </div>
    </section>
  );
}

function People({ people, edit }: { people: Person[]; edit: ReturnType<typeof useEdit> }) {
  const dispatch = useAppDispatch();
  const me = useAppSelector((s) => s.session.personId);
  const add = (clean: string): void => {
    const id = edit.create(
      "person",
      {
        name: clean,
        initials: initialsOf(
          clean,
          people.map((p) => p.initials),
        ),
      },
      `${clean} joins`,
    );
    if (!me) dispatch(session.actions.workingAs(id));
  };
  return (
    <section className="sect">
      <h2 className="hd2">
        People <span className="lb">the user of this screen signs what is done here</span>
      </h2>
      <ul className="lined">
        {people.map((p) => (
          <li key={p.id} className="row-flex">
            <span className={`${css.initials} n`}>{p.initials}</span>
            <span className="rt">{p.name}</span>
            <span className="lb">{p.role}</span>
            <span className="push" />
            {p.id === me ? (
              <span className="teal">user of this screen</span>
            ) : (
              <Button size="small" onClick={() => void dispatch(session.actions.workingAs(p.id))}>
                Work as {p.initials}
              </Button>
            )}
            <Button
              size="small"
              aria-label={`${p.name} into the bin`}
              onClick={() => edit.remove("person", p, `${p.name} leaves`)}
            >
              bin
            </Button>
          </li>
        ))}
      </ul>
      <AddLine label="Name of a person to add" max={boundsOf(resources.person, "name").max} onAdd={add} />
    </section>
  );
}

const KINDS: Record<string, string> = {
  torqueGroup: "torque group",
  setup: "lever",
  signature: "signature",
};

function Bin({ edit }: { edit: ReturnType<typeof useEdit> }) {
  const { data, error, refetch } = useBinQuery(undefined, { refetchOnMountOrArgChange: true });
  if (error) return <Trouble error={error} retry={() => void refetch()} />;
  return (
    <section className="sect">
      <h2 className="hd2">
        Bin <span className="lb">{data?.records.length ? "nothing is thrown away by itself" : ""}</span>
      </h2>
      <ul className="lined">
        {data?.records.map((r) => (
          <li key={r.id} className="row-flex">
            <span>
              <span className="rt">{r.title}</span>{" "}
              <span className="lb">
                {[KINDS[r.resource] ?? r.resource, r.of, dateText(r.deletedAt)].filter(Boolean).join(", ")}
              </span>
            </span>
            <span className="push" />
            <Button
              size="small"
              aria-label={`Restore ${r.title}`}
              onClick={() =>
                edit.all(`${r.title} restored`, [
                  { op: "restore", resource: r.resource as "vehicle", id: r.id, version: r.version },
                ])
              }
            >
              Restore
            </Button>
          </li>
        ))}
      </ul>
      {data?.records.length === 0 && <p className="q">The bin is empty.</p>}
    </section>
  );
}
