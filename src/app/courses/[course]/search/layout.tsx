export { Library as default } from "@/ui/theme/Library";
