import { Button, Progress } from "antd";
import { useEffect, useEffectEvent, useRef, useState } from "react";
import { createPortal } from "react-dom";
import { paperKinds, type JobView, type PaperKind, type Shop } from "../../../contract";
import { useShopQuery, useVehicleQuery } from "../../data/api";
import { archiveAddress, keepPaper } from "../../data/archive";
import { useJobView } from "../../data/useJobView";
import { count } from "../../format/words";
import { Stopped } from "../../pieces/paper/stopped";
import { fetchAs } from "../../ui/saveAs";
import { Article } from "./Article";
import { pdfOfPaper } from "./paper";
import css from "./record.module.css";

/** How often it is looked whether a sheet stands, and how long it is waited for. */
const LOOK_MS = 120;
const LONGEST_MS = 15_000;

interface Sheet {
  jobId: string;
  which: PaperKind;
}

/** A job or a vehicle as one zip. The printed sheets of its jobs are made first, so that they are in it. */
export function SendArchive({ of, id, jobs }: { of: "job" | "vehicle"; id: string; jobs: readonly string[] }) {
  // As the jobs were when it was begun: one that goes or comes meanwhile does not move the others.
  const [begun, setBegun] = useState<{ sheets: Sheet[]; at: number } | null>(null);
  const [without, setWithout] = useState(0);
  const done = (kept: boolean): void => {
    if (!begun) return;
    if (!kept) setWithout((n) => n + 1);
    if (begun.at + 1 < begun.sheets.length) return setBegun({ ...begun, at: begun.at + 1 });
    setBegun(null);
    fetchAs(archiveAddress(of, id));
  };
  const begin = (): void => {
    setWithout(0);
    const sheets = jobs.flatMap((jobId) => paperKinds.map((which): Sheet => ({ jobId, which })));
    if (sheets.length) setBegun({ sheets, at: 0 });
    else fetchAs(archiveAddress(of, id));
  };
  if (begun) {
    const { sheets, at } = begun;
    return (
      <>
        <Progress
          percent={Math.round((at / sheets.length) * 100)}
          size="small"
          style={{ width: 120 }}
          aria-label={`Sheet ${at + 1} of ${sheets.length}`}
        />
        <Button onClick={() => setBegun(null)}>Stop</Button>
        {createPortal(
          <OffScreen key={`${sheets[at].jobId} ${sheets[at].which}`} {...sheets[at]} onDone={done} />,
          document.body,
        )}
      </>
    );
  }
  return (
    <>
      {without > 0 && (
        <span className="lb" role="status">
          {count(without, "sheet")} could not be made: not in the archive.
        </span>
      )}
      <Button onClick={begin}>Archive</Button>
    </>
  );
}

/** A sheet nobody sees: drawn as on the record's page, made a PDF once it stands, and sent to be kept. */
function OffScreen({ jobId, which, onDone }: Sheet & { onDone: (kept: boolean) => void }) {
  const { view, error } = useJobView(jobId);
  const { data: shop } = useShopQuery();
  const dossier = useVehicleQuery(view?.vehicle.id ?? "", { skip: !view });
  const lost = Boolean(error ?? dossier.error);
  const fail = useEffectEvent(() => onDone(false));
  useEffect(() => {
    if (lost) fail();
  }, [lost]);
  if (!view || !shop || !dossier.data) return null;
  return (
    <div className={css.offscreen} inert aria-hidden>
      <Drawn view={view} which={which} shop={shop.shop} rechecks={dossier.data.recheck} onDone={onDone} />
    </div>
  );
}

function Drawn({
  view,
  which,
  shop,
  rechecks,
  onDone,
}: {
  view: JobView;
  which: PaperKind;
  shop: Shop;
  rechecks: Parameters<typeof Article>[0]["rechecks"];
  onDone: (kept: boolean) => void;
}) {
  const held = useRef<HTMLElement>(null);
  const finish = useEffectEvent(onDone);
  const make = useEffectEvent(async (stopped: () => boolean) => {
    try {
      if (!held.current) throw new Error("no sheet");
      const { bytes } = await pdfOfPaper(held.current, view, which, shop, { cancelled: stopped });
      if (stopped()) return;
      await keepPaper(view.job.id, which, bytes);
      if (!stopped()) finish(true);
    } catch (error) {
      if (!(error instanceof Stopped) && !stopped()) finish(false);
    }
  });
  useEffect(() => {
    let stopped = false;
    const since = performance.now();
    // A spectrum is worked out in a thread: the sheet stands when nothing on it is still to come.
    const timer = setInterval(() => {
      const waiting = held.current?.querySelector("[data-to-come]");
      if (waiting && performance.now() - since < LONGEST_MS) return;
      clearInterval(timer);
      void make(() => stopped);
    }, LOOK_MS);
    return () => {
      stopped = true;
      clearInterval(timer);
    };
  }, []);
  return <Article view={view} which={which} shop={shop} rechecks={rechecks} held={held} />;
}
