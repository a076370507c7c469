import { Button, Modal } from "antd";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { formatNumber } from "../../../core";
import { claimsLedger, USUAL_GRADES, timesOf, wearLines, type Ledger } from "../../../domain";
import { useMemoryQuery, useWorkshopQuery } from "../../data/api";
import { useKeys } from "../../data/useKeys";
import { useShop } from "../../data/useShop";
import { useTemplates } from "../../data/useTemplates";
import { capital, countInWords, numberWord } from "../../format/grammar";
import { count, dateText } from "../../format/words";
import { UndoKeys } from "../../pieces/job/UndoKeys";
import { SavedState } from "../../pieces/saving/SavingTrouble";
import { Answer, Num } from "../../ui/Answer";
import { Coming, Empty } from "../../ui/states";
import { Claims } from "./Claims";
import { LearnedTable } from "./LearnedTable";
import { Minutes } from "./Minutes";
import { ForCustomer } from "./ForCustomer";
import { Wear } from "./Wear";
import css from "./memory.module.css";

/** What the closed jobs of the shop tell: kits, wear, faults and times. */
export function LearnedPage() {
  const { data, error, refetch } = useMemoryQuery();
  const { data: workshop } = useWorkshopQuery();
  const templates = useTemplates();
  const desk = useShop();
  const [working, setWorking] = useState(false);
  const [telling, setTelling] = useState(false);
  // A joint is worn out where its play feels "gone": the grade that Shop shows.
  const limit = (desk?.shop.grades ?? USUAL_GRADES).gone;
  const ledger = useMemo(() => data && claimsLedger(data), [data]);
  const wear = useMemo(() => data && wearLines(data, limit), [data, limit]);
  const times = useMemo(
    () => (templates && workshop ? timesOf(templates.supplied, workshop.worked) : []),
    [templates, workshop],
  );
  const keys = useMemo(
    () => ({ "Ctrl+z": () => desk?.edit.undo(), "Ctrl+Shift+z": () => desk?.edit.redo() }),
    [desk?.edit],
  );
  useKeys(keys);
  if (!data || !ledger || !wear || !desk) {
    return <Coming query={{ error, refetch }} rows={12} />;
  }
  const last = data.jobs.at(-1);
  return (
    <>
      <title>What the shop learned · Ash Lever</title>
      <header className="top">
        <h1>What the shop learned</h1>
        <span className="q">
          {last
            ? `${count(data.jobs.length, "closed job")} since ${dateText(data.jobs[0].closedAt)}; the last is job ${last.number ?? ""}`
            : "from closed jobs"}
        </span>
        <div className="push" />
        <UndoKeys scope="shop" edit={desk.edit} />
        <SavedState />
      </header>
      <Answer
        acts={
          ledger.kits.length > 0 && (
            <>
              <Button onClick={() => setWorking(true)}>Calculation</Button>
              <Button type="primary" onClick={() => setTelling(true)}>
                For the next customer
              </Button>
            </>
          )
        }
      >
        <Says ledger={ledger} jobs={data.jobs.length} />
      </Answer>
      {data.jobs.length === 0 ? (
        <Empty title="No job is closed yet" acts={<Link to="/yard">Go to the Yard</Link>}>
          Close jobs with readings before and after, and say in Prove which fault it was: kits, wear and the table
          behind Ask are then judged by them.
        </Empty>
      ) : (
        <div className={`split ${css.page}`}>
          <div>
            <Claims ledger={ledger} />
            <Wear lines={wear} />
          </div>
          <div>
            <LearnedTable view={data} desk={desk} />
            <Minutes times={times} />
          </div>
        </div>
      )}
      <Modal open={working} title="Calculation" footer={null} width={620} onCancel={() => setWorking(false)}>
        <div className="working">
          <p>
            A job counts where a kit with a claim was chosen and the same throw was taped before and after. Its
            reduction and uncertainty are those of Prove. Over several jobs of a kit: the mean, and as its uncertainty
            the spread between jobs divided by the square root of their number, never less than the readings themselves
            allow. The bar is ±2 standard uncertainties, about 95 %. The average counts each kit once. A claim is kept
            while it is inside or below the bar.
          </p>
        </div>
      </Modal>
      {telling && <ForCustomer ledger={ledger} onClose={() => setTelling(false)} />}
    </>
  );
}

function Says({ ledger, jobs }: { ledger: Ledger; jobs: number }) {
  const { average, kits, kept } = ledger;
  if (!average) {
    return jobs ? (
      <>
        <b>No kit was measured yet.</b> Choose a kit with its claim in Compare and tape the throw before and after.
      </>
    ) : (
      <>
        <b>Nothing yet.</b> The shop learns from jobs that are closed.
      </>
    );
  }
  const best = kits.filter((k) => k.verdict === "kept").map((k) => k.name);
  return (
    <>
      <b>
        Kits claim <Num>{formatNumber(average.claimedPct, 0)}</Num>
        {"\u202f%"} on average and give <Num>{formatNumber(average.pct, 0)}</Num>
        {"\u202f%"}.
      </b>{" "}
      {kept
        ? `${capital(numberWord(kept))} of ${numberWord(kits.length)} ${kept === 1 ? "keeps its claim" : "keep their claim"}${kept <= 2 ? `: ${best.join(" and ")}` : ""}.`
        : `None of ${countInWords(kits.length, "kit")} keeps its claim.`}
    </>
  );
}
