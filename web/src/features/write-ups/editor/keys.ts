import { chainCommands, exitCode, setBlockType, toggleMark, wrapIn } from 'prosemirror-commands'
import { redo, undo } from 'prosemirror-history'
import { inputRules, smartQuotes, textblockTypeInputRule, wrappingInputRule } from 'prosemirror-inputrules'
import { keymap } from 'prosemirror-keymap'
import { liftListItem, sinkListItem, splitListItem } from 'prosemirror-schema-list'
import { goToNextCell } from 'prosemirror-tables'
import type { Command, Plugin } from 'prosemirror-state'
import { marks, nodes } from './schema'

const lineBreak: Command = (state, dispatch) => {
  dispatch?.(state.tr.replaceSelectionWith(nodes.hard_break.create()).scrollIntoView())
  return true
}

/** The keys of a text, beside those that every text has. */
export function keysOfText(): Plugin {
  return keymap({
    'Mod-z': undo,
    'Shift-Mod-z': redo,
    'Mod-y': redo,
    'Mod-b': toggleMark(marks.strong),
    'Mod-i': toggleMark(marks.em),
    Enter: splitListItem(nodes.list_item),
    'Mod-[': liftListItem(nodes.list_item),
    'Mod-]': sinkListItem(nodes.list_item),
    Tab: chainCommands(goToNextCell(1), sinkListItem(nodes.list_item)),
    'Shift-Tab': chainCommands(goToNextCell(-1), liftListItem(nodes.list_item)),
    'Shift-Enter': chainCommands(exitCode, lineBreak),
    'Ctrl-Alt-2': setBlockType(nodes.heading, { level: 2 }),
    'Ctrl-Alt-3': setBlockType(nodes.heading, { level: 3 }),
    'Ctrl-Alt-0': setBlockType(nodes.paragraph),
    'Ctrl-Alt-q': wrapIn(nodes.blockquote),
  })
}

/** What is typed at the start of a line and stands for what it looks like. */
export function rulesOfText(): Plugin {
  return inputRules({
    rules: [
      ...smartQuotes,
      wrappingInputRule(/^\s*>\s$/, nodes.blockquote),
      wrappingInputRule(/^\s*([-+*])\s$/, nodes.bullet_list),
      wrappingInputRule(
        /^(\d+)\.\s$/,
        nodes.ordered_list,
        (match) => ({ order: Number(match[1]) }),
        (match, node) => node.childCount + Number(node.attrs.order) === Number(match[1]),
      ),
      textblockTypeInputRule(/^(#{2,4})\s$/, nodes.heading, (match) => ({ level: match[1]?.length ?? 2 })),
    ],
  })
}
