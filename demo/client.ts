import {
  keptRecording,
  photoAnswer,
  routes,
  type ChangeRequest,
  type KeptRecording,
  type NewFields,
  type Operation,
  type ResourceName,
} from "../contract";

/** Counter written as a ULID, so that the demo has the same ids on every machine. */
function idMaker(): () => string {
  const digits = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
  let n = 0;
  return () => {
    n += 1;
    let tail = "";
    for (let v = n, i = 0; i < 10; i++, v = Math.floor(v / 32)) tail = digits[v % 32] + tail;
    return `01DEMSKERR000000${tail}`;
  };
}

/** Width a drawing is rendered at, px. */
const DRAWN_PX = 960;

/** Writes the scenario through the doors of the running program, as any client would. */
export class DemoClient {
  readonly id = idMaker();

  constructor(private readonly address: string) {}

  async change(scope: string, label: string, operations: Operation[], personId: string | null = null): Promise<void> {
    const body: ChangeRequest = { id: this.id(), scope, label, operations, personId };
    const response = await fetch(new URL("/api/changes", this.address), {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(body),
    });
    if (!response.ok) throw new Error(`${label}: ${response.status} ${await response.text()}`);
  }

  /** Renders a drawing and sends it in as a camera's picture would be; gives what the photo's record needs. */
  async photo(name: string, svg: string): Promise<Pick<NewFields<"photo">, "file" | "widthPx" | "heightPx">> {
    const { default: sharp } = await import("sharp");
    const png = await sharp(Buffer.from(svg), { density: 144 }).resize(DRAWN_PX).png().toBuffer();
    const form = new FormData();
    form.append("photo", new Blob([new Uint8Array(png)], { type: "image/png" }), name);
    const response = await fetch(new URL(routes.photo.path, this.address), { method: "POST", body: form });
    if (!response.ok) throw new Error(`${name}: ${response.status} ${await response.text()}`);
    const { file, widthPx, heightPx } = photoAnswer.parse(await response.json());
    return { file, widthPx, heightPx };
  }

  /** Sends a recording in as a file would be; gives what the job keeps of it. */
  async recording(name: string, wav: Uint8Array): Promise<KeptRecording> {
    const form = new FormData();
    form.append("recording", new Blob([new Uint8Array(wav)], { type: "audio/wav" }), name);
    const response = await fetch(new URL(routes.recording.path, this.address), { method: "POST", body: form });
    if (!response.ok) throw new Error(`${name}: ${response.status} ${await response.text()}`);
    return keptRecording.parse(await response.json());
  }

  create<R extends ResourceName>(
    resource: R,
    data: NewFields<R>,
    id = this.id(),
  ): Extract<Operation, { op: "create" }> {
    return { op: "create", resource, id, data: data as Record<string, unknown> };
  }
}
