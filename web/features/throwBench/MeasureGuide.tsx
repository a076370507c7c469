import { Modal } from "antd";
import css from "./throwBench.module.css";

const lever = (
  <>
    <path d="M60 18L60 92" stroke="var(--ink)" strokeWidth="3" />
    <circle cx="60" cy="14" r="9" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.8" />
    <circle cx="60" cy="66" r="6" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.8" />
    <circle cx="60" cy="92" r="4" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.8" />
  </>
);

const upright = (x: number, from: number, to: number) => (
  <g stroke="var(--teal)" fill="var(--teal)">
    <path d={`M${x} ${from}V${to}`} strokeWidth="1.2" />
    <path d={`M${x} ${from}l-2.6 7h5.2zM${x} ${to}l-2.6 -7h5.2z`} stroke="none" />
    <path d={`M66 ${from}H${x + 6}M66 ${to}H${x + 6}`} strokeWidth=".7" fill="none" />
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
        <circle cx="20" cy="50" r="7" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.8" />
        <circle cx="104" cy="50" r="7" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.8" />
        <g stroke="var(--teal)" fill="var(--teal)">
          <path d="M20 76H104" strokeWidth="1.2" />
          <path d="M20 76l7 -2.6v5.2zM104 76l-7 -2.6v5.2z" stroke="none" />
        </g>
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
        <circle cx="36" cy="16" r="8" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.6" />
        <circle cx="84" cy="16" r="8" fill="var(--panel)" stroke="var(--ink)" strokeWidth="1.6" />
        <g stroke="var(--teal)" fill="var(--teal)">
          <path d="M36 40H84" strokeWidth="1.2" />
          <path d="M36 40l7 -2.6v5.2zM84 40l-7 -2.6v5.2z" stroke="none" />
        </g>
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
