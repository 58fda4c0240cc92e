import { expose } from "comlink";
import { pictureTasks } from "./pictureTasks.ts";

expose(pictureTasks);
