// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "visit/stage_work.h"

namespace lamp {

/// The display's mode, linear ramps, the instrument's correction.
class Preparation : public StageWork {
public:
    explicit Preparation(Session &session) : StageWork(session, Stage::Prepare) {}
    Status run() override;

private:
    /// What a person said of a menu, as far as it can be: each control once, with a range, a step and a place in it.
    static std::vector<Control> usableMenu(const std::vector<Control> &said);
    Status chooseCorrection();
    /// The display and the instrument with those that the plan refers to.
    void compareWithOthers();
};

/// The light at the desk.
class RoomLight : public StageWork {
public:
    explicit RoomLight(Session &session) : StageWork(session, Stage::RoomLight) {}
    Status run() override;
    [[nodiscard]] double planned() const override { return 1; }

private:
    void judgeRoom();
    /// Beside the visit before.
    void compareRoom(double lux);
};

class TargetChoice : public StageWork {
public:
    explicit TargetChoice(Session &session) : StageWork(session, Stage::Target) {}
    Status run() override;
};

class Placement : public StageWork {
public:
    explicit Placement(Session &session) : StageWork(session, Stage::Place) {}
    Status run() override;

private:
    /// A short test that it lies on the patch, flat, and that no light gets in; the person is asked to lay it anew where it does not.
    Status tryPlace();
    [[nodiscard]] Message placeSaid() const;
    /// Empty where nothing is.
    Result<Message> whatIsWrong();
};

/// What a person does at the end: compare by eye, sign off.
class Closing : public StageWork {
public:
    Closing(Session &session, Stage stage) : StageWork(session, stage) {}
    Status run() override;
};

} // namespace lamp
