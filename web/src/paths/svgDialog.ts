import { defineStore } from 'pinia'
import { fileDialog } from '../shared/fileDialog'

/** Whether the dialog is open that brings in the outlines of an SVG file. */
export const useSvgDialog = defineStore('svgDialog', fileDialog)
