import { Button, Modal } from "antd";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import type { Person } from "../../contract";
import { useShopQuery } from "../data/api";
import { useAppDispatch, useAppSelector } from "../data/hooks";
import { withPending } from "../data/saving";
import { session } from "../data/session";
import { Press } from "../ui/Press";
import css from "./app.module.css";

/** Who works at this screen: signatures, readings and undo are theirs. */
export function WhoWorks() {
  const { data } = useShopQuery();
  const pending = useAppSelector((s) => s.saving.pending);
  const people = withPending<Person>(data?.people ?? [], "person", pending, () => true);
  const me = useAppSelector((s) => s.session.personId);
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  // Another shop's data, or somebody who has left: no user is selected until somebody chooses.
  const gone = Boolean(data && me && !people.some((p) => p.id === me));
  useEffect(() => {
    if (gone) dispatch(session.actions.workingAs(null));
  }, [gone, dispatch]);
  const person = people.find((p) => p.id === me);
  return (
    <>
      <Press
        className={css.whoWorks}
        aria-label={person ? `Working as ${person.name}; change` : "No user selected; choose one"}
        onClick={() => setOpen(true)}
      >
        <b>{person?.initials ?? "?"}</b>
        {person ? "user" : "user?"}
      </Press>
      <Modal
        open={open}
        onCancel={() => setOpen(false)}
        footer={null}
        title="Who is working at this screen?"
        width={380}
      >
        <div className={css.whoList}>
          {people.map((p) => (
            <Press
              key={p.id}
              aria-pressed={p.id === me}
              onClick={() => {
                dispatch(session.actions.workingAs(p.id));
                setOpen(false);
              }}
            >
              <span className="n">{p.initials}</span>
              <span className="rt">{p.name}</span>
              <span className="lb">{p.role}</span>
            </Press>
          ))}
        </div>
        <Button
          onClick={() => {
            setOpen(false);
            void navigate("/shop");
          }}
        >
          {people.length ? "Add or change people" : "Add people in Shop"}
        </Button>
      </Modal>
    </>
  );
}
