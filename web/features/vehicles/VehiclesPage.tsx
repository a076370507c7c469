import { Button, Input } from "antd";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { formatNumber } from "../../../core";
import { useVehiclesQuery } from "../../data/api";
import { SavedState } from "../../pieces/saving/SavingTrouble";
import { count, SHIFTER_NAMES } from "../../format/words";
import { Tag } from "../../ui/pictograms";
import { AsLastRead, Coming, Empty } from "../../ui/states";
import { OpenJob } from "./OpenJob";

const PAGE = 100;

/** All vehicles of the shop, by tag, owner or model. */
export function VehiclesPage() {
  const [params, setParams] = useSearchParams();
  const search = params.get("search") ?? "";
  const [offset, setOffset] = useState(0);
  const [opening, setOpening] = useState(false);
  const { data, error, refetch } = useVehiclesQuery({ search, limit: PAGE, offset });
  return (
    <>
      <title>Vehicles · Ash Lever</title>
      <header className="top">
        <h1>Vehicles</h1>
        <span className="q">{data && (search ? `${data.total} match` : count(data.total, "vehicle"))}</span>
        <div className="push" />
        <Link to="/lists/vehicles">Lists and tables</Link>
        <SavedState />
        <Input
          style={{ width: 290 }}
          aria-label="Tag, owner or model"
          placeholder="Tag, owner, model or job number"
          allowClear
          maxLength={80}
          value={search}
          onChange={(e) => {
            setOffset(0);
            setParams(e.target.value ? { search: e.target.value } : {}, { replace: true });
          }}
        />
        <Button type="primary" onClick={() => setOpening(true)}>
          Open a job
        </Button>
      </header>
      <div className="page">
        {data && <AsLastRead query={{ error, refetch }} />}
        {!data ? (
          <Coming query={{ error, refetch }} rows={10} />
        ) : data.total === 0 ? (
          <Empty
            title={search ? `No vehicle matches “${search}”` : "No vehicles yet"}
            acts={
              <Button type="primary" onClick={() => setOpening(true)}>
                Enter a vehicle and open its first job
              </Button>
            }
          >
            A vehicle keeps its gearbox, its torque values, its parts by build date and everything measured over the
            years.
          </Empty>
        ) : (
          <>
            <ul className="vlist">
              {data.vehicles.map((v) => (
                <li key={v.id}>
                  <Link to={`/vehicles/${v.id}`}>
                    <Tag text={v.tag} />
                    <span>
                      <b className="rt">{v.title || "without a name"}</b>
                      <span className="lb">{v.owner}</span>
                    </span>
                    <span className="lb">{SHIFTER_NAMES[v.shifterKind as keyof typeof SHIFTER_NAMES]}</span>
                    <span className="n">{v.km === null ? "" : `${formatNumber(v.km, 0)}\u00a0km`}</span>
                    <span className={v.openJobs ? "teal" : "q"}>
                      {v.openJobs ? `${count(v.openJobs, "open job")}` : count(v.jobs, "job")}
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
            {data.total > PAGE && (
              <div className="row-flex sect">
                <Button disabled={offset === 0} onClick={() => setOffset(offset - PAGE)}>
                  Before
                </Button>
                <span className="n">
                  {offset + 1} to {Math.min(offset + PAGE, data.total)} of {data.total}
                </span>
                <Button disabled={offset + PAGE >= data.total} onClick={() => setOffset(offset + PAGE)}>
                  After
                </Button>
              </div>
            )}
          </>
        )}
      </div>
      {opening && <OpenJob onClose={() => setOpening(false)} />}
    </>
  );
}
