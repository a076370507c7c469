import { Button } from "antd";
import { useEffect } from "react";
import { createBrowserRouter, Navigate, useRouteError } from "react-router";
import { YardPage } from "../features/yard/YardPage";
import { errorName, logEvent } from "../data/eventLog";
import { late } from "../ui/late";
import { Empty } from "../ui/states";
import { Shell } from "./Shell";

const JobPage = late(() => import("../features/job/JobPage").then((m) => m.JobPage));
const RecordPage = late(() => import("../features/record/RecordPage").then((m) => m.RecordPage));
const VehiclesPage = late(() => import("../features/vehicles/VehiclesPage").then((m) => m.VehiclesPage));
const VehiclePage = late(() => import("../features/vehicles/VehiclePage").then((m) => m.VehiclePage));
const BayPage = late(() => import("../features/bay").then((m) => m.BayPage));
const ListsPage = late(() => import("../features/lists").then((m) => m.ListsPage));
const DuePage = late(() => import("../features/due").then((m) => m.DuePage));
const ShelfPage = late(() => import("../features/shelf").then((m) => m.ShelfPage));
const SheetsPage = late(() => import("../features/sheets").then((m) => m.SheetsPage));
const SheetPage = late(() => import("../features/sheets").then((m) => m.SheetPage));
const CompareSheets = late(() => import("../features/sheets").then((m) => m.ComparePage));
const DeskPage = late(() => import("../features/desk/DeskPage").then((m) => m.DeskPage));
const DeskBench = late(() => import("../features/desk/DeskBench").then((m) => m.DeskBench));
const TorqueTextTool = late(() => import("../features/desk/TorqueTextTool").then((m) => m.TorqueTextTool));
const MeasurementTool = late(() => import("../features/desk/MeasurementTool").then((m) => m.MeasurementTool));
const FastenerTool = late(() => import("../features/desk/FastenerTool").then((m) => m.FastenerTool));
const RehearseTool = late(() => import("../features/desk/RehearseTool").then((m) => m.RehearseTool));
const WhatTurnsTool = late(() => import("../features/desk/WhatTurnsTool").then((m) => m.WhatTurnsTool));
const TourPage = late(() => import("../features/tour").then((m) => m.TourPage));
const KnowledgePage = late(() => import("../features/knowledge/KnowledgePage").then((m) => m.KnowledgePage));
const LearnedPage = late(() => import("../features/memory").then((m) => m.LearnedPage));
const SetDesk = late(() => import("../features/set/SetTools").then((m) => m.SetDesk));
const WhatIsWrong = late(() => import("../features/shop/WhatIsWrong").then((m) => m.WhatIsWrong));
const ShopPage = late(() => import("../features/shop/ShopPage").then((m) => m.ShopPage));

/** A screen that fell over says so; what was typed before is saved or waits in the queue. */
function Fallen() {
  const error = useRouteError();
  useEffect(() => logEvent("page", `a screen fell over: ${errorName(error)}`), [error]);
  const message = error instanceof Error ? error.message : "unknown";
  return (
    <Empty
      title="This screen stopped working"
      acts={
        <>
          <Button onClick={() => location.reload()}>Load it again</Button>
          <a href="/yard">Go to the Yard</a>
          <a href="/shop/wrong">What is wrong</a>
        </>
      }
    >
      What you saved is safe and what waited still waits. The reason: {message}
    </Empty>
  );
}

export const router = createBrowserRouter([
  { path: "/jobs/:jobId/bay", element: <BayPage />, errorElement: <Fallen /> },
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
          { path: "vehicles", element: <VehiclesPage /> },
          { path: "vehicles/:vehicleId", element: <VehiclePage /> },
          { path: "jobs/:jobId/record", element: <RecordPage /> },
          { path: "jobs/:jobId/:stage?", element: <JobPage /> },
          { path: "shelf", element: <ShelfPage /> },
          { path: "lists/:what?", element: <ListsPage /> },
          { path: "due", element: <DuePage /> },
          { path: "sheets", element: <SheetsPage /> },
          { path: "sheets/compare", element: <CompareSheets /> },
          { path: "sheets/:sheetId", element: <SheetPage /> },
          { path: "tour", element: <TourPage /> },
          { path: "desk", element: <DeskPage /> },
          { path: "desk/throw-bench", element: <DeskBench /> },
          { path: "desk/torque-text", element: <TorqueTextTool /> },
          { path: "desk/fastener", element: <FastenerTool /> },
          { path: "desk/measurement", element: <MeasurementTool /> },
          { path: "desk/set/:tool", element: <SetDesk /> },
          { path: "desk/what-turns", element: <WhatTurnsTool /> },
          { path: "desk/rehearse", element: <RehearseTool /> },
          { path: "shop/knowledge", element: <KnowledgePage /> },
          { path: "shop/learned", element: <LearnedPage /> },
          { path: "shop/wrong", element: <WhatIsWrong /> },
          { path: "shop", element: <ShopPage /> },
          {
            path: "*",
            element: <Empty title="There is nothing at this address" acts={<a href="/yard">Go to the Yard</a>} />,
          },
        ],
      },
    ],
  },
]);
