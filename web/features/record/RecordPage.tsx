import { Button, Segmented } from "antd";
import { useRef } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { useShopQuery, useVehicleQuery } from "../../data/api";
import { useJobView } from "../../data/useJobView";
import { Coming } from "../../ui/states";
import { Article } from "./Article";
import { SendArchive } from "./SendArchive";
import { SendSheet } from "./SendSheet";
import { paperName } from "./paper";
import type { Sheet } from "./sheet";
import css from "./record.module.css";

/** The sheet the customer takes home, and the shop's own record: on the screen, on paper and as a file. */
export function RecordPage() {
  const { jobId = "" } = useParams();
  const [search, setSearch] = useSearchParams();
  const { view, error, refetch } = useJobView(jobId);
  const { data: shop } = useShopQuery();
  const navigate = useNavigate();
  const article = useRef<HTMLElement>(null);
  const dossier = useVehicleQuery(view?.vehicle.id ?? "", { skip: !view });
  if (!view) return <Coming query={{ error, refetch }} rows={14} />;
  const asked = search.get("for");
  const which: Sheet = asked === "customer" || asked === "work" ? asked : "record";
  return (
    <div className={css.recpage}>
      <title>{`${paperName(view, which).title} · Ash Lever`}</title>
      <style>{`@page { size: ${shop?.shop.paper ?? "A4"} }`}</style>
      <div className={`${css.recbar} ${css.noprint}`}>
        <Button onClick={() => void navigate(`/jobs/${jobId}/${which === "work" ? "plan" : "prove"}`)}>
          Back to the job
        </Button>
        <Segmented
          aria-label="Which sheet"
          value={which}
          options={[
            { value: "work", label: "Work sheet" },
            { value: "customer", label: "Customer’s sheet" },
            { value: "record", label: "Full record" },
          ]}
          onChange={(v) => setSearch(v === "record" ? {} : { for: v }, { replace: true })}
        />
        <span className="push" />
        {which !== "work" && <SendArchive of="job" id={view.job.id} jobs={[view.job.id]} />}
        <SendSheet view={view} which={which} shop={shop?.shop} article={article} />
        <Button type="primary" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <Article view={view} which={which} shop={shop?.shop} rechecks={dossier.data?.recheck ?? []} held={article} />
    </div>
  );
}
