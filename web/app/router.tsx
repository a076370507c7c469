import { lazy, Suspense } from "react";
import { createBrowserRouter, Navigate, useRouteError } from "react-router";
import { YardPage } from "../features/yard/YardPage";
import { Empty, Skeleton } from "../ui/states";
import { Shell } from "./Shell";

const JobPage = lazy(() => import("../features/job/JobPage").then((m) => ({ default: m.JobPage })));
const RecordPage = lazy(() => import("../features/record/RecordPage").then((m) => ({ default: m.RecordPage })));
const VehiclesPage = lazy(() => import("../features/vehicles/VehiclesPage").then((m) => ({ default: m.VehiclesPage })));
const VehiclePage = lazy(() => import("../features/vehicles/VehiclePage").then((m) => ({ default: m.VehiclePage })));
const DeskPage = lazy(() => import("../features/desk/DeskPage").then((m) => ({ default: m.DeskPage })));
const DeskBench = lazy(() => import("../features/desk/DeskBench").then((m) => ({ default: m.DeskBench })));
const TorqueTextTool = lazy(() =>
  import("../features/desk/TorqueTextTool").then((m) => ({ default: m.TorqueTextTool })),
);
const MeasurementTool = lazy(() =>
  import("../features/desk/MeasurementTool").then((m) => ({ default: m.MeasurementTool })),
);
const RehearseTool = lazy(() => import("../features/desk/RehearseTool").then((m) => ({ default: m.RehearseTool })));
const WhatTurnsTool = lazy(() => import("../features/desk/WhatTurnsTool").then((m) => ({ default: m.WhatTurnsTool })));
const KnowledgePage = lazy(() =>
  import("../features/knowledge/KnowledgePage").then((m) => ({ default: m.KnowledgePage })),
);
const SetDesk = lazy(() => import("../features/set/SetTools").then((m) => ({ default: m.SetDesk })));
const ShopPage = lazy(() => import("../features/shop/ShopPage").then((m) => ({ default: m.ShopPage })));

const late = (node: React.ReactNode) => <Suspense fallback={<Skeleton rows={10} />}>{node}</Suspense>;

/** A screen that fell over says so; what was typed before is saved or waits in the queue. */
function Fallen() {
  const error = useRouteError();
  const message = error instanceof Error ? error.message : "unknown";
  return (
    <Empty title="This screen stopped working" acts={<a href="/yard">Go to the Yard</a>}>
      What you saved is safe and what waited still waits. The reason: {message}
    </Empty>
  );
}

export const router = createBrowserRouter([
  {
    path: "/",
    element: <Shell />,
    errorElement: <Fallen />,
    children: [
      {
        errorElement: <Fallen />,
        children: [
          { index: true, element: <Navigate to="/yard" replace /> },
          { path: "yard", element: <YardPage /> },
          { path: "vehicles", element: late(<VehiclesPage />) },
          { path: "vehicles/:vehicleId", element: late(<VehiclePage />) },
          { path: "jobs/:jobId/record", element: late(<RecordPage />) },
          { path: "jobs/:jobId/:stage?", element: late(<JobPage />) },
          { path: "desk", element: late(<DeskPage />) },
          { path: "desk/throw-bench", element: late(<DeskBench />) },
          { path: "desk/torque-text", element: late(<TorqueTextTool />) },
          { path: "desk/measurement", element: late(<MeasurementTool />) },
          { path: "desk/set/:tool", element: late(<SetDesk />) },
          { path: "desk/what-turns", element: late(<WhatTurnsTool />) },
          { path: "desk/rehearse", element: late(<RehearseTool />) },
          { path: "shop/knowledge", element: late(<KnowledgePage />) },
          { path: "shop", element: late(<ShopPage />) },
          {
            path: "*",
            element: <Empty title="There is nothing at this address" acts={<a href="/yard">Go to the Yard</a>} />,
          },
        ],
      },
    ],
  },
]);
