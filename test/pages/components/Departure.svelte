<script>
  import { rich } from 'dot-line'
  import { textFor } from 'dot-line/svelte'
  import { sheet } from './sheet.ts'

  const BoatText = textFor(sheet)
  let minutes = $state(12)
  let isThere = $state(true)
  const act = ({ action }) => {
    if (action === 'more') minutes++
    else isThere = false
  }
</script>

<main>
  {#if isThere}
    <BoatText
      textStyle="body"
      markup={'{boat} is ~strong[{minutes} min] late. ~action=more[More] ~action=end[End]'}
      values={{ boat: 'Tern', minutes }}
      class="departure"
      onAction={act}
    />
  {:else}
    <p>No boats</p>
  {/if}
  <BoatText textStyle="body" rich={rich`${minutes} min`} />
</main>
