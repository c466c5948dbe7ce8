import { Box, Button, Flex, Input, NativeSelect, Text, Textarea } from '@chakra-ui/react';
import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import {
  FormProvider,
  useForm,
  useFormContext,
  useFormState,
  useWatch,
  type DefaultValues,
  type FieldPath,
  type RegisterOptions,
  type UseFormReturn,
} from 'react-hook-form';
import { problemOf } from '../api/problem.ts';
import { keep, kept } from '../state/kept.ts';
import { ProblemNote } from '../ui/problem-note.tsx';

type Texts = Record<string, string>;
export interface KeptForm<V extends Texts> {
  form: UseFormReturn<V>;
  submit: () => Promise<void>;
  problem: unknown;
}

/**
 * A form that is sent with a button. What is typed is found again after going away, until it was sent; a refusal stands
 * beneath the field it is about.
 * @param place names the form among all that are typed
 * @param send its answer: an `error` leaves everything as typed; what it gives as `then` is what stands in the form next
 */
export const useKeptForm = <V extends Texts>(
  place: string,
  first: V,
  send: (values: V) => Promise<{ error?: unknown; then?: Partial<V> }>,
): KeptForm<V> => {
  const key = `typed/${place}`;
  const [start] = useState(() => ({ ...first, ...kept<Partial<V>>(key) }));
  const form = useForm<V>({ defaultValues: start as DefaultValues<V>, mode: 'onTouched' });
  const [problem, setProblem] = useState<unknown>(undefined);
  useEffect(
    () =>
      form.subscribe({
        formState: { values: true },
        callback: ({ values }) => keep(key, same(values, first) ? null : values),
      }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what stands in the form at first is that of the first time
    [form, key],
  );
  const submit = form.handleSubmit(async (values) => {
    const { error, then = first } = await send(values);
    setProblem(error);
    if (error === undefined) return form.reset({ ...values, ...then });
    const { fields = [], field, title } = problemOf(error) ?? {};
    for (const f of [...fields, ...(field ? [{ field, sentence: title ?? '' }] : [])])
      if (f.field in values) form.setError(f.field as FieldPath<V>, { message: f.sentence });
  });
  return { form, submit: () => submit(), problem };
};
const same = (a: Texts, b: Texts): boolean => Object.keys(a).every((k) => a[k] === b[k]);

const SizeOfForm = createContext<'xs' | 'sm'>('xs');

/** The frame of a form: Enter sends it. */
export const Form = <V extends Texts>({
  of: { form, submit, problem },
  size = 'xs',
  keeps = 'What you typed is still here.',
  tellsProblem = true,
  children,
}: {
  of: KeptForm<V>;
  size?: 'xs' | 'sm';
  /** What a refusal left as it was. */
  keeps?: string | undefined;
  /** Not where the page tells it already. */
  tellsProblem?: boolean;
  children: ReactNode;
}) => (
  <FormProvider {...form}>
    <SizeOfForm value={size}>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        {children}
        {tellsProblem && <ProblemNote error={problem} kept={keeps} />}
      </form>
    </SizeOfForm>
  </FormProvider>
);

interface FieldProps {
  name: string;
  label: string;
  /** The label is read out only: a placeholder or what stands around says it to the eye. */
  unseenLabel?: boolean;
  width?: string;
  placeholder?: string;
  maxLength?: number;
  /** Says why a text cannot be meant, or null. */
  fault?: (text: string) => string | null;
  required?: boolean;
  autoFocus?: boolean;
}

const useField = ({ name, label, maxLength, fault, required }: FieldProps) => {
  const { register } = useFormContext<Texts>();
  const { errors } = useFormState<Texts>({ name });
  const size = useContext(SizeOfForm);
  const rules: RegisterOptions<Texts> = {
    ...(required && { validate: (text) => text.trim() !== '' || `${label} is needed.` }),
    ...(fault && {
      validate: (text) => (required && text.trim() === '' ? `${label} is needed.` : (fault(text) ?? true)),
    }),
  };
  return {
    input: { size, bg: 'paper', maxLength, ...register(name, rules) } as const,
    wrong: errors[name]?.message ?? null,
  };
};

const Framed = ({
  label,
  unseenLabel,
  wrong,
  grows,
  children,
}: {
  label: string;
  unseenLabel?: boolean | undefined;
  wrong: string | null;
  grows?: boolean;
  children: ReactNode;
}) => (
  <Box flex={grows ? '1' : undefined} minW="0" position="relative">
    <label>
      <span className={unseenLabel ? 'visually-hidden' : undefined}>{label}</span>
      {children}
    </label>
    {wrong && (
      <Text role="alert" color="brick" fontSize="12px">
        {wrong}
      </Text>
    )}
  </Box>
);

export const TextField = (
  props: FieldProps & { type?: 'text' | 'date'; inputMode?: 'text' | 'decimal' | 'numeric'; max?: string },
) => {
  const { input, wrong } = useField(props);
  const { label, unseenLabel, width, placeholder, type = 'text', inputMode, max, autoFocus } = props;
  return (
    <Framed label={label} unseenLabel={unseenLabel} wrong={wrong} grows={!width}>
      <Input
        display="block"
        w={width ?? '100%'}
        type={type}
        inputMode={inputMode}
        max={max}
        placeholder={placeholder}
        autoFocus={autoFocus}
        aria-invalid={wrong !== null}
        borderColor={wrong ? 'brick' : undefined}
        _placeholder={{ color: 'inkSoft' }}
        {...input}
      />
    </Framed>
  );
};

export const LongTextField = (props: FieldProps & { rows: number; figures?: boolean }) => {
  const { input, wrong } = useField(props);
  const { label, unseenLabel, placeholder, rows, figures } = props;
  return (
    <Framed label={label} unseenLabel={unseenLabel} wrong={wrong} grows>
      <Textarea
        display="block"
        rows={rows}
        placeholder={placeholder}
        className={figures ? 'figures' : undefined}
        aria-invalid={wrong !== null}
        _placeholder={{ color: 'inkSoft' }}
        {...input}
      />
    </Framed>
  );
};

export const ChoiceField = ({
  options,
  ...props
}: FieldProps & { options: readonly (readonly [value: string, name: string])[] }) => {
  const { input, wrong } = useField(props);
  const { size, bg, ...select } = input;
  return (
    <Framed label={props.label} wrong={wrong}>
      <NativeSelect.Root size={size} w={props.width ?? '190px'}>
        <NativeSelect.Field bg={bg} {...select}>
          {options.map(([value, name]) => (
            <option key={value} value={value}>
              {name}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Framed>
  );
};

/** The button that sends; its words are hidden while it waits, its name is not. */
export const SendButton = ({
  children,
  quiet = false,
  empty,
  disabled = false,
}: {
  children: string;
  disabled?: boolean;
  /** One among others, not the page's next step. */
  quiet?: boolean;
  /** Names the field without which there is nothing to send. */
  empty?: string;
}) => {
  const { isSubmitting } = useFormState();
  const size = useContext(SizeOfForm);
  const text = useWatch<Texts>({ name: empty ?? '' });
  return (
    <Button
      type="submit"
      size={size === 'xs' ? '2xs' : 'sm'}
      aria-label={children}
      {...(quiet ? { variant: 'outline', bg: 'paper' } : { colorPalette: 'aubergine' })}
      loading={isSubmitting}
      disabled={disabled || (empty !== undefined && String(text ?? '').trim() === '')}
    >
      {children}
    </Button>
  );
};

/** Fields of a form in a row, the button last. */
export const FieldRow = ({ children }: { children: ReactNode }) => (
  <Flex
    gap="2"
    align="flex-end"
    wrap="wrap"
    fontSize="13px"
    // What is wrong with one field does not push it out of the row.
    css={{
      '& [role=alert]': { position: 'absolute', whiteSpace: 'nowrap' },
      '&:has([role=alert])': { pb: '18px', rowGap: '24px' },
    }}
  >
    {children}
  </Flex>
);

/** What stands in a form now, to compute with while it is typed. */
export const useTypedValues = <V extends Texts>({ form }: KeptForm<V>): V => {
  const values = useWatch({ control: form.control });
  return useMemo(() => ({ ...form.getValues(), ...values }) as V, [form, values]);
};
