import { useMemo, useState } from "react";
import { addressOf, isRefusal, type Photo, type SheetPhoto } from "../../../contract";
import { isSheet, type Pixel } from "../../../core";
import { barIn, PICK_PX, figuresIn, leversIn, measured, pointKey, sheetFrame, type LeverPart } from "../../../domain";
import { flatAddress } from "../../data/flatPicture";
import { usePhotoSheetQuery } from "../../data/api";
import type { StageProps } from "../../data/stage";

export type Pick = { part: SheetPhoto["points"][number]["part"]; name: string };

/** What of a picture is held while it is dragged. */
type Draft = Partial<globalThis.Pick<SheetPhoto, "points" | "corners">>;

const NOTHING = {
  old: { pinMm: null, knobMm: null, ratio: null },
  new: { pinMm: null, knobMm: null, ratio: null },
  pinRatio: null,
  reductionPct: null,
  most: null,
};

const rounded = ({ xPx, yPx }: Pixel): Pixel => ({
  xPx: Math.round(xPx * 100) / 100,
  yPx: Math.round(yPx * 100) / 100,
});

/** Corners to begin with where no mark was found, as a share of the picture from its edges: to be dragged, not measured by. */
const BEGIN_SHARE = 0.15;

export function begunCorners({ widthPx, heightPx }: Photo): Pixel[] {
  const [left, top] = [widthPx * BEGIN_SHARE, heightPx * BEGIN_SHARE];
  return [
    { xPx: left, yPx: top },
    { xPx: widthPx - left, yPx: top },
    { xPx: widthPx - left, yPx: heightPx - top },
    { xPx: left, yPx: heightPx - top },
  ].map(rounded);
}

/** Numbers of the corners that nobody moved from where they were begun. */
const unsetCorners = (corners: readonly Pixel[], photo: Photo): number[] =>
  begunCorners(photo).flatMap((b, i) => (corners[i]?.xPx === b.xPx && corners[i].yPx === b.yPx ? [i + 1] : []));

/** The picture in hand: its record, what was read from it, and the ways to change it. */
export function usePhotoBench({ view, edit }: StageProps) {
  const [chosenId, choose] = useState<string | null>(null);
  const [draft, setDraft] = useState<Draft | null>(null);
  const record = view.sheetPhoto.find((s) => s.id === chosenId) ?? view.sheetPhoto.at(-1) ?? null;
  const photo: Photo | null = view.photo.find((p) => p.id === record?.photoId) ?? null;
  const sheet = usePhotoSheetQuery(photo?.file ?? "", { skip: !photo });
  const seen = sheet.data ?? null;
  const live = useMemo(() => record && { ...record, ...draft }, [record, draft]);
  const answers = useMemo(() => {
    if (!live || !photo) return null;
    const unset = unsetCorners(live.corners, photo);
    const out = !unset.length ? measured(live, photo, live.known ? { known: live.known } : {}) : null;
    const fine = out !== null && !isRefusal(out);
    const bars = seen?.ok ? seen.bars.flatMap((b) => barIn(live, photo, b) ?? []) : [];
    const whole = live.corners.length === 4 && !unset.length;
    const placed = whole && isSheet(live.corners);
    return {
      unset,
      frame: placed ? sheetFrame(live) : null,
      /** Corners that cross, or go round the wrong way: nothing can be measured by them. */
      crossed: whole && !placed,
      refused: out && isRefusal(out) ? out.error : null,
      places: fine ? out : null,
      levers: fine ? leversIn(live, photo) : NOTHING,
      figures: fine ? figuresIn(live, photo) : live.figures.map(() => null),
      bar: bars.sort((a, b) => Math.abs(b.differenceMm) - Math.abs(a.differenceMm))[0] ?? null,
    };
  }, [live, photo, seen]);

  const update = (data: Partial<SheetPhoto>, label: string): void => {
    if (record) edit.update("sheetPhoto", record, data, label);
  };
  const indexOf = ({ part, name }: Pick): number =>
    live?.points.findIndex((p) => p.part === part && p.name === name) ?? -1;
  /** Moves a point, or sets it where there was none; kept when the drag has ended. */
  const place = (pick: Pick, to: Pixel, done: boolean, offPx = PICK_PX): void => {
    if (!live) return;
    const i = indexOf(pick);
    const point = { ...pick, ...rounded(to), offPx: Math.round(Math.max(PICK_PX, offPx) * 10) / 10 };
    const points = i < 0 ? [...live.points, point] : live.points.map((p, k) => (k === i ? point : p));
    setDraft(done ? null : { points });
    if (done) update({ points }, `${pick.name} in the picture`);
  };
  const corner = (i: number, to: Pixel, done: boolean): void => {
    if (!live || !photo) return;
    const corners = live.corners.map((c, k) => (k === i ? rounded(to) : c));
    setDraft(done ? null : { corners });
    if (done) update({ corners }, `Corner ${i + 1} of the sheet`);
  };
  return {
    pictures: view.sheetPhoto,
    record,
    live,
    photo,
    seen,
    looking: sheet.isFetching,
    ...answers,
    choose,
    update,
    place,
    corner,
    /** Four corners to drag, where no mark was found. */
    beginCorners: () => photo && update({ corners: begunCorners(photo) }, "Corners of the sheet by hand"),
    letGo: () => setDraft(null),
    take: (pick: Pick) => {
      if (!live) return;
      const gone = pointKey(pick.part, pick.name);
      const known = live.known && (live.known.from === gone || live.known.to === gone) ? null : live.known;
      update(
        { points: live.points.filter((p) => !(p.part === pick.part && p.name === pick.name)), known },
        `${pick.name} out of the picture`,
      );
    },
    pixelOf: (pick: Pick): Pixel | null => live?.points[indexOf(pick)] ?? null,
    // The picture itself is fetched anew when a drag has ended.
    flatAddress:
      live && record && photo && answers?.frame && isSheet(record.corners)
        ? flatAddress(photo, { ...live, corners: record.corners })
        : null,
    wholeAddress: photo && addressOf("photoFile", { file: photo.file }, { size: "whole" }),
  };
}

export type Bench = ReturnType<typeof usePhotoBench>;

/** What is to be clicked on each lever; the joint only where it is wanted. */
export const LEVER_PICKS = ["pivot", "pin", "knob", "joint"] as const;

/** The next point that a lever still lacks. */
export function nextPick(bench: Bench): Pick | null {
  for (const part of ["old", "new"] as LeverPart[]) {
    for (const name of ["pivot", "pin", "knob"]) if (!bench.pixelOf({ part, name })) return { part, name };
  }
  return null;
}
