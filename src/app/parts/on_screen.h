// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

class QDialog;
class QWidget;

namespace lamp::app {

/// Keeps a dialog on the screen: where what it shows is higher than the screen (large letters, small screens), that scrolls, and its buttons stay in
/// sight below. Called once the dialog's layout is whole.
/// \param buttons a widget of that layout
void keepOnScreen(QDialog &dialog, QWidget *buttons);

} // namespace lamp::app
