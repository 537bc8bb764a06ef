import { useQuery } from "@tanstack/react-query";
import { api, unwrap } from "../../api/client";

export const partsKey = ["catalogue"];

/** The ends there are and the parts the shop builds from. */
export const useParts = () => useQuery({ queryKey: partsKey, queryFn: () => unwrap(api.GET("/api/catalogue")) });
