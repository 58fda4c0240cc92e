export { keepShared } from "@levitas/core/edit";
