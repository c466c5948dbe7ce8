import { createSystem, defineConfig } from '@chakra-ui/react';
import { defaultBaseConfig } from '@chakra-ui/react/preset-base';
import {
  animationStyles,
  breakpoints,
  buttonRecipe,
  checkboxSlotRecipe,
  checkmarkRecipe,
  dialogSlotRecipe,
  fileUploadSlotRecipe,
  globalCss,
  headingRecipe,
  hoverCardSlotRecipe,
  inputRecipe,
  keyframes,
  layerStyles,
  menuSlotRecipe,
  nativeSelectSlotRecipe,
  popoverSlotRecipe,
  progressSlotRecipe,
  radioGroupSlotRecipe,
  radiomarkRecipe,
  semanticTokens,
  skeletonRecipe,
  spinnerRecipe,
  textareaRecipe,
  textStyles,
  tokens,
} from '@chakra-ui/react/theme';

const both = (light: string, dark: string) => ({ value: { base: light, _dark: dark } });

/** The look: enamel, rim and one deep colour. Components use these names, never a raw colour. */
export const system = createSystem(
  defaultBaseConfig,
  // Only what is used: the whole default theme takes a good part of the first second to be evaluated, twice.
  // `theme.test.ts` holds this list against the components that the interface imports.
  defineConfig({
    preflight: true,
    cssVarsPrefix: 'chakra',
    cssVarsRoot: ':where(html, .chakra-theme)',
    globalCss,
    theme: {
      breakpoints,
      keyframes,
      tokens,
      semanticTokens,
      textStyles,
      layerStyles,
      animationStyles,
      recipes: {
        button: buttonRecipe,
        checkmark: checkmarkRecipe,
        heading: headingRecipe,
        input: inputRecipe,
        radiomark: radiomarkRecipe,
        skeleton: skeletonRecipe,
        spinner: spinnerRecipe,
        textarea: textareaRecipe,
      },
      slotRecipes: {
        checkbox: checkboxSlotRecipe,
        dialog: dialogSlotRecipe,
        fileUpload: fileUploadSlotRecipe,
        hoverCard: hoverCardSlotRecipe,
        menu: menuSlotRecipe,
        nativeSelect: nativeSelectSlotRecipe,
        popover: popoverSlotRecipe,
        progress: progressSlotRecipe,
        radioGroup: radioGroupSlotRecipe,
      },
    },
  }),
  defineConfig({
    globalCss: {
      body: { bg: 'enamel', color: 'ink', fontFamily: 'body', lineHeight: '1.45' },
      '*:focus-visible': { outline: '2px solid', outlineColor: 'aubergine', outlineOffset: '1px' },
    },
    theme: {
      tokens: {
        fonts: {
          body: { value: "'Source Sans 3 Variable', sans-serif" },
          heading: { value: "'Bricolage Grotesque Variable', 'Source Sans 3 Variable', sans-serif" },
        },
        radii: { l1: { value: '3px' }, l2: { value: '3px' }, l3: { value: '3px' } },
      },
      semanticTokens: {
        colors: {
          ink: both('#1E2A32', '#E4E9EB'),
          inkSoft: both('#51616B', '#A6B4BC'),
          rule: both('#D5DBDD', '#34424B'),
          enamel: both('#F6F7F4', '#141B20'),
          paper: both('#FFFFFF', '#1B242A'),
          verdigris: both('#1F7A70', '#62C6BA'),
          brick: both('#A23B2A', '#F2937F'),
          saffron: both('#8A5A00', '#E3B65E'),
          rim: both('#1E2A32', '#0D1216'),
          rimHover: both('#384A55', '#2A363E'),
          rimInk: both('#F6F7F4', '#E4E9EB'),
          interval: both('#CBB3C9', '#6D4A69'),
          quietBar: both('#CDD4D6', '#3B4A53'),
          // Okabe & Ito (2008), eight colours that colour-blind readers can tell apart.
          series1: both('#0072B2', '#56B4E9'),
          series2: both('#B04A00', '#E69F00'),
          series3: both('#007A5A', '#29BE94'),
          series4: both('#A6588A', '#CC79A7'),
          series5: both('#5F6368', '#B0B7BB'),
          aubergine: {
            DEFAULT: both('#5B2A57', '#D9A9D4'),
            solid: both('#5B2A57', '#83427D'),
            contrast: both('#FFFFFF', '#FFFFFF'),
            fg: both('#5B2A57', '#D9A9D4'),
            muted: both('#E4D6E2', '#4A2E47'),
            subtle: both('#F1EAF1', '#2A2130'),
            emphasized: both('#CBB3C9', '#6D4A69'),
            focusRing: both('#5B2A57', '#D9A9D4'),
          },
          bg: { DEFAULT: both('#F6F7F4', '#141B20'), panel: both('#FFFFFF', '#1B242A') },
          fg: { DEFAULT: both('#1E2A32', '#E4E9EB'), muted: both('#51616B', '#A6B4BC') },
          border: { DEFAULT: both('#D5DBDD', '#34424B') },
        },
      },
    },
  }),
);
