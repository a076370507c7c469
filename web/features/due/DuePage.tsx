import { Button, Input, Modal } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { addressOf, type DueLine, type Recheck } from "../../../contract";
import { useDueQuery } from "../../data/api";
import { useEdit } from "../../data/saving";
import { useShop } from "../../data/useShop";
import { capital, countInWords } from "../../format/grammar";
import { useUnits } from "../../format/units";
import { DoneDialog } from "../../pieces/rechecks/DoneDialog";
import { leftText, whenText } from "../../pieces/rechecks/words";
import { SavedState } from "../../pieces/saving/SavingTrouble";
import { Answer } from "../../ui/Answer";
import { Tag } from "../../ui/pictograms";
import { Coming, Empty } from "../../ui/states";
import { ReminderDialog } from "../../pieces/reminder/ReminderDialog";
import { LedgerTable } from "../../ui/LedgerTable";
import css from "./due.module.css";

/** What is to be looked at again, over all vehicles: who is called, and the days as a calendar. */
export function DuePage() {
  const { data, error, refetch } = useDueQuery();
  const [subscribing, setSubscribing] = useState(false);
  if (!data) return <Coming query={{ error, refetch }} rows={10} />;
  const { due } = data;
  const late = due.filter((d) => d.overdue);
  return (
    <>
      <title>Look again · Ash Lever</title>
      <header className="top">
        <h1>Look again</h1>
        <span className="q">rechecks, service and temporary repairs of all vehicles</span>
        <div className="push" />
        <SavedState />
        <a className="ant-btn ant-btn-default" href={addressOf("dueCalendar")} download="look-again.ics">
          Calendar file
        </a>
        <Button onClick={() => setSubscribing(true)}>Subscribe</Button>
      </header>
      <Answer>
        {!due.length ? (
          <>
            <b>Nothing is to be looked at again.</b> Jobs and vehicles set it: Prove proposes what settles after the
            work.
          </>
        ) : late.length ? (
          <>
            <b>{capital(countInWords(late.length, "thing"))} overdue.</b> First {late[0].tag}: {late[0].what}.
          </>
        ) : (
          <>
            <b>Nothing is overdue.</b> Next is {due[0].tag}: {due[0].what}
            {leftText(due[0]) && `, ${leftText(due[0])}`}.
          </>
        )}
      </Answer>
      <section className="page">
        {due.length === 0 ? (
          <Empty title="No rechecks">
            Torque once new bushes have settled, mounts after a distance, a temporary repair on its day.
          </Empty>
        ) : (
          <DueTable due={due} rechecks={data.rechecks} />
        )}
      </section>
      <Subscribe open={subscribing} onClose={() => setSubscribing(false)} />
    </>
  );
}

function DueTable({ due, rechecks }: { due: readonly DueLine[]; rechecks: readonly Recheck[] }) {
  const units = useUnits();
  const edit = useEdit("shop");
  const [done, setDone] = useState<Recheck | null>(null);
  const [reminding, setReminding] = useState<DueLine | null>(null);
  return (
    <>
      <LedgerTable
        className={css.table}
        heads={[["tag", "txt"], ["what", "txt"], ["vehicle and owner", "txt"], ["due", "txt"], ["left", "txt"], ""]}
      >
        {due.map((d) => {
          const own = rechecks.find((r) => r.id === d.key);
          return (
            <tr key={d.key}>
              <td className="txt">
                <Link to={`/vehicles/${d.vehicleId}`} aria-label={`Dossier of ${d.tag}`}>
                  <Tag text={d.tag} />
                </Link>
              </td>
              <td className={`txt ${css.what}`}>
                {d.what}
                {d.jobId && (
                  <>
                    {" "}
                    <Link className="lb" to={`/jobs/${d.jobId}/prove`}>
                      its job
                    </Link>
                  </>
                )}
              </td>
              <td className="txt">
                {d.title}
                <p className="lb">{d.owner}</p>
              </td>
              <td className="txt">{whenText(d, units)}</td>
              <td className={`txt ${d.overdue ? css.overdue : "q"}`}>{leftText(d)}</td>
              <td className={css.acts}>
                <Button size="small" onClick={() => setReminding(d)}>
                  Reminder
                </Button>
                {own && (
                  <Button size="small" onClick={() => setDone(own)}>
                    Looked at
                  </Button>
                )}
              </td>
            </tr>
          );
        })}
      </LedgerTable>
      {done && <DoneDialog recheck={done} edit={edit} onClose={() => setDone(null)} />}
      {reminding && <Reminder due={reminding} onClose={() => setReminding(null)} />}
    </>
  );
}

/** A message to the owner, ready to send. */
export function reminderText(d: DueLine, when: string, shopName: string): string {
  return [
    d.owner ? `To ${d.owner},` : "",
    `${d.title || "Your vehicle"}, ${d.tag}, is to be looked at again: ${d.what}. It is due ${when}.`,
    "Please call or write to us for a day that suits you.",
    shopName,
  ]
    .filter(Boolean)
    .join("\n\n");
}

function Reminder({ due, onClose }: { due: DueLine; onClose: () => void }) {
  const units = useUnits();
  const shop = useShop();
  return (
    <ReminderDialog
      tag={due.tag}
      about={due.what}
      usual={reminderText(due, whenText(due, units), shop?.shop.name ?? "")}
      acts={(text, sent) => (
        <Button
          type="primary"
          href={`mailto:?subject=${encodeURIComponent(`${due.tag}: ${due.what}`)}&body=${encodeURIComponent(text)}`}
          onClick={sent}
        >
          Open as e-mail
        </Button>
      )}
      onClose={onClose}
    />
  );
}

function Subscribe({ open, onClose }: { open: boolean; onClose: () => void }) {
  const address = `${location.origin}${addressOf("dueCalendar")}`;
  return (
    <Modal open={open} title="Subscribe in a calendar" footer={null} width={520} onCancel={onClose}>
      <p>A calendar that follows this address keeps the days up to date by itself. It must reach this computer.</p>
      <Input aria-label="Address of the calendar" readOnly value={address} onFocus={(e) => e.target.select()} />
      <p className="lb" style={{ marginTop: 8 }}>
        A day by distance is an estimate from the odometer’s readings and moves with them.
      </p>
    </Modal>
  );
}
