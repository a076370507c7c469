import type { ChangeRequest, NewFields, Operation, ResourceName } from "../contract";

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

  create<R extends ResourceName>(
    resource: R,
    data: NewFields<R>,
    id = this.id(),
  ): Extract<Operation, { op: "create" }> {
    return { op: "create", resource, id, data: data as Record<string, unknown> };
  }
}
