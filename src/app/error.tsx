"use client";

export { ViewFailure as default } from "@/features/frame";
