<script>
  import { setTextData, textAttributes } from './attributes.js'

  const { class: className, style, lang, dir, id, children, onAction, onLayout, ...text } = $props()
  let element = $state()
  const attributes = $derived({
    ...textAttributes(text),
    ...{ class: className, style, lang, dir, id },
    'ontext-action': event => onAction?.(event.detail),
    'ontext-layout': event => onLayout?.(event.detail.layout),
  })

  $effect(() => {
    if (element) setTextData(element, text)
  })
</script>

<!-- Without children it has none: a server may have put its text into the element. -->
{#if children}
  <dot-line bind:this={element} {...attributes}>{@render children()}</dot-line>
{:else}
  <dot-line bind:this={element} {...attributes}></dot-line>
{/if}
