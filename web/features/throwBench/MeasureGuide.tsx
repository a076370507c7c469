import { Modal } from "antd";
import css from "./throwBench.module.css";

const disc = (x: number, y: number, r: number) => (
  <circle cx={x} cy={y} r={r} fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.8" />
);

const lever = (
  <>
    <path d="M60 18L60 92" stroke="var(--ink)" strokeWidth="3" />
    {disc(60, 14, 9)}
    {disc(60, 66, 6)}
    {disc(60, 92, 4)}
  </>
);

const upright = (x: number, from: number, to: number) => (
  <g stroke="var(--teal)" fill="var(--teal)">
    <path d={`M${x} ${from}V${to}`} strokeWidth="1.2" />
    <path d={`M${x} ${from}l-2.6 7h5.2zM${x} ${to}l-2.6 -7h5.2z`} stroke="none" />
    <path d={`M66 ${from}H${x + 6}M66 ${to}H${x + 6}`} strokeWidth=".7" fill="none" />
  </g>
);

const level = (y: number, from: number, to: number) => (
  <g stroke="var(--teal)" fill="var(--teal)">
    <path d={`M${from} ${y}H${to}`} strokeWidth="1.2" />
    <path d={`M${from} ${y}l7 -2.6v5.2zM${to} ${y}l-7 -2.6v5.2z`} stroke="none" />
  </g>
);

const PICTURES: { title: string; drawing: React.ReactNode; steps: string[] }[] = [
  {
    title: "Pivot to pin, pivot to knob",
    drawing: (
      <>
        {lever}
        {upright(92, 66, 92)}
        {upright(110, 14, 66)}
      </>
    ),
    steps: [
      "Lever out and flat on the bench, or square in the vehicle, in neutral.",
      "From the middle of the pivot ball to the middle of the pin: calliper over both, less half of each.",
      "From the pivot's middle to the knob's middle, by tape. A bent lever: straight up, and forward apart.",
    ],
  },
  {
    title: "Pin to joint",
    drawing: (
      <>
        <path d="M20 50H104" stroke="var(--ink)" strokeWidth="3" />
        {disc(20, 50, 7)}
        {disc(104, 50, 7)}
        {level(76, 20, 104)}
      </>
    ),
    steps: [
      "In neutral, along the rod: middle of the pin to middle of the joint.",
      "How far the joint is above or below the pin, with a level held to both.",
    ],
  },
  {
    title: "Rail travel, with a tape",
    drawing: (
      <>
        <path d="M60 92L36 18M60 92L84 18" stroke="var(--ink)" strokeWidth="1.6" strokeDasharray="4 3" />
        {disc(36, 16, 8)}
        {disc(84, 16, 8)}
        {level(40, 36, 84)}
      </>
    ),
    steps: [
      "Engine off. Third, take up the free play, mark the knob's middle on a card. Fourth, the same. Tape between.",
      "Under “Rail travel from a tape” the old lever is solved backwards, and the travel serves every other lever.",
      "Opposite gears are taken to travel equally far. If neutral is not in the middle, tape each gear from neutral.",
    ],
  },
];

/** How the figures of the bench are taken, with a small picture of each. */
export function MeasureGuide({ onClose }: { onClose: () => void }) {
  return (
    <Modal open title="How to measure a lever" footer={null} width={680} onCancel={onClose}>
      <div className={css.mguide}>
        {PICTURES.map((p) => (
          <section key={p.title}>
            <svg viewBox="0 0 130 104" width="130" height="104" aria-hidden="true" fill="none">
              {p.drawing}
            </svg>
            <div>
              <h3 className="hd2">{p.title}</h3>
              <ol className="howsteps">
                {p.steps.map((s) => (
                  <li key={s}>{s}</li>
                ))}
              </ol>
            </div>
          </section>
        ))}
      </div>
    </Modal>
  );
}
