import { SHOP_ID, type Shop } from "../../contract";
import { useShopQuery } from "./api";
import { useAppSelector } from "./hooks";
import { oneWithPending, useEdit, type Editor } from "./saving";

export interface ShopDesk {
  shop: Shop;
  edit: Editor;
  /** Sets fields of the shop; the first time anything is set, its record is made. */
  patch: (fields: Partial<Shop>, what: string) => void;
}

/** The shop's settings with what waits to be saved, and the way to change them; null until they are read. */
export function useShop(): ShopDesk | null {
  const { data } = useShopQuery();
  const pending = useAppSelector((s) => s.saving.pending);
  const edit = useEdit("shop");
  if (!data) return null;
  const shop = oneWithPending(data.shop, "shop", pending);
  const patch = (fields: Partial<Shop>, what: string): void => {
    if (shop.version > 0) return edit.update("shop", shop, fields, what);
    // Only what was set: until the program has answered, a second field set quickly is one more of these.
    edit.all(what, [{ op: "create", resource: "shop", id: SHOP_ID, data: { ...fields } }]);
  };
  return { shop, edit, patch };
}
