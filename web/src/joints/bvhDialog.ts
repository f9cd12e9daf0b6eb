import { defineStore } from 'pinia'
import { fileDialog } from '../shared/fileDialog'

/** Whether the dialog is open that brings in captured motion. */
export const useBvhDialog = defineStore('bvhDialog', fileDialog)
