'use client';
import { AdapterDateFns } from '@mui/x-date-pickers/AdapterDateFns';
import { DatePicker } from '@mui/x-date-pickers/DatePicker';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { format, isValid, parseISO } from 'date-fns';
import { de } from 'date-fns/locale/de';
import { enGB } from 'date-fns/locale/en-GB';
import { deDE } from '@mui/x-date-pickers/locales';
import { languageHere } from '@/words/language';

interface Props {
  readonly label: string;
  /** ISO, without a time. */
  readonly day: string | null;
  readonly onDay: (day: string | null) => void;
  /** A day that has been, where it is not one to come. */
  readonly past?: boolean;
}

const LOCALES = {
  en: { adapterLocale: enGB },
  de: { adapterLocale: de, localeText: deDE.components.MuiLocalizationProvider.defaultProps.localeText },
};

/** A day, typed or chosen; empty: none. What is typed half is taken when it is whole. */
export function DayField({ label, day, onDay, past = false }: Props) {
  return (
    <LocalizationProvider dateAdapter={AdapterDateFns} {...LOCALES[languageHere()]}>
      <DatePicker
        label={label}
        value={day ? parseISO(day) : null}
        disablePast={!past}
        disableFuture={past}
        onChange={(value) => {
          if (value === null) onDay(null);
          else if (isValid(value) && value.getFullYear() > 2000) onDay(format(value, 'yyyy-MM-dd'));
        }}
        slotProps={{ textField: { fullWidth: true, size: 'small' }, field: { clearable: true } }}
      />
    </LocalizationProvider>
  );
}
