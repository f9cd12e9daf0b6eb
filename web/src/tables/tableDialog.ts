import { defineStore } from 'pinia'
import { fileDialog } from '../shared/fileDialog'

/** Whether the dialog is open that makes keys of a table. */
export const useTableDialog = defineStore('tableDialog', fileDialog)
